import type { Job } from '@anklet/contract'
import type { LogColumn } from '@anklet/core/measuring/exchange'
import type { Remote } from 'comlink'
import { proxy, wrap } from 'comlink'
import { FileUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useMemo, useState } from 'react'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand } from '../../../client/queries.ts'
import type { LogFileWorker, LogSniff, ReadLog } from '../../../client/workers/logFileWorker.ts'
import { doubtWords } from '@anklet/language/shop/devices'
import { EMPTY_LOG, ownLogSentence, simulatedLogSentence } from '@anklet/language/shop/logs'
import { secondsWords } from '@anklet/language/plain/times'
import { COLUMN_CHOICES, columnWords, mappingFault, recalled, remember } from './logMapping.ts'
import { keepLog } from './commands.ts'
import { Button } from '../../../kit/Button.tsx'
import { Notice, Refusal } from '../../../kit/Notice.tsx'
import { ChooseFile } from '../../../kit/ChooseFile.tsx'
import { Select } from '../../../kit/Field.tsx'
import { Progress } from '../../../kit/Progress.tsx'
import { Heads } from '../../../kit/Table.tsx'

type Step =
  | { readonly at: 'choose' }
  | { readonly at: 'map'; readonly file: File; readonly sniff: LogSniff }
  | { readonly at: 'reading'; readonly share: number }
  | { readonly at: 'read'; readonly file: File; readonly log: ReadLog }

function useLogFile(): Remote<LogFileWorker> {
  const worker = useMemo(
    () =>
      new Worker(new URL('../../../client/workers/logFileWorker.ts', import.meta.url), {
        type: 'module',
      }),
    [],
  )
  useEffect(() => () => worker.terminate(), [worker])
  return useMemo(() => wrap<LogFileWorker>(worker), [worker])
}

function Mapping({
  sniff: { headers, samples },
  mapping,
  onChange,
}: {
  readonly sniff: LogSniff
  readonly mapping: readonly LogColumn[]
  onChange(mapping: readonly LogColumn[]): void
}): ReactNode {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Columns of the file">
      <table className="table min-w-[560px]">
        <Heads columns={['column', 'its first values', 'is']} />
        <tbody>
          {headers.map((header, i) => (
            <tr key={`${header}${String(i)}`}>
              <td className="font-semibold">{header || `column ${i + 1}`}</td>
              <td className="num text-ink-2">
                {samples
                  .slice(0, 3)
                  .map((row) => row[i] ?? '')
                  .join('  ')}
              </td>
              <td>
                <Select
                  aria-label={`${header} is`}
                  value={columnWords(mapping[i] ?? { role: 'left out' })}
                  onChange={(event) =>
                    onChange(
                      headers.map((_, k) =>
                        k === i
                          ? COLUMN_CHOICES[event.target.value]!
                          : (mapping[k] ?? { role: 'left out' }),
                      ),
                    )
                  }
                >
                  {Object.keys(COLUMN_CHOICES).map((words) => (
                    <option key={words}>{words}</option>
                  ))}
                </Select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function Found({ log, plate }: { readonly log: ReadLog; readonly plate: string }): ReactNode {
  const { rows, skipped, firstSkipped, jumps, gaps, lifts, doubts, trace, own } = log
  return (
    <div className="grid gap-2">
      <p className="say-small">
        {rows.toLocaleString('en')} rows over {secondsWords(trace.atS.at(-1) ?? 0)},{' '}
        {lifts.length === 0 ? 'no lift' : lifts.length === 1 ? '1 lift' : `${lifts.length} lifts`}{' '}
        in them.
      </p>
      {own && own.plate !== plate && (
        <Notice kind="wait">
          It was written out of a job of {own.plate}, not of {plate}.
        </Notice>
      )}
      {skipped > 0 && (
        <Notice kind="wait">
          {skipped === 1 ? '1 row' : `${skipped} rows`} could not be read, the first in line{' '}
          {firstSkipped}.
        </Notice>
      )}
      {jumps > 0 && (
        <Notice kind="wait">
          The clock of the log was set back {jumps === 1 ? 'once' : `${jumps} times`}; the log goes
          on from there.
        </Notice>
      )}
      {gaps > 0 && (
        <p className="text-ink-2">
          {gaps === 1 ? '1 gap' : `${gaps} gaps`} of more than a minute: nothing is drawn into them.
        </p>
      )}
      {doubts.map(({ place, doubt }) => (
        <p key={place} className="hint">
          {place}: {doubtWords(doubt)}
        </p>
      ))}
      {trace.atS.length < rows && (
        <p className="text-ink-2">
          {trace.atS.length.toLocaleString('en')} of the rows are kept, so that the lines look the
          same; lifts were looked for in all of them.
        </p>
      )}
    </div>
  )
}

/** What is being done with a file, and how it gets there. */
function useImport(job: Job) {
  const remote = useLogFile()
  const [step, setStep] = useState<Step>({ at: 'choose' })
  const [mapping, setMapping] = useState<readonly LogColumn[]>([])
  const [wrong, setWrong] = useState('')
  const keep = useCommand('log.keep')
  const [logId, setLogId] = useState(() => crypto.randomUUID())
  const choose = (file: File): void => {
    setWrong('')
    remote.sniff(file).then(
      (sniff) => {
        if (sniff.isOwn) return readOwn(file)
        if (sniff.headers.length < 2)
          return setWrong(
            `“${file.name}” is not a table with a header line: it has ` +
              `${sniff.headers.length === 1 ? 'one column' : 'none'}.`,
          )
        setMapping(recalled(sniff.headers) ?? sniff.columns)
        setStep({ at: 'map', file, sniff })
      },
      () => setWrong(`“${file.name}” could not be read.`),
    )
  }
  const readOwn = (file: File): void => {
    setStep({ at: 'reading', share: 0.5 })
    const back = (sentence: string): void => {
      setStep({ at: 'choose' })
      setWrong(sentence)
    }
    remote.readOwn(file, usualHeightMm(job)).then(
      (log) => {
        if (!log.ok) return back(ownLogSentence(log.error))
        if (log.value.own?.simulated && !job.vehicle.simulated)
          return back(simulatedLogSentence(job.vehicle.plate))
        if (log.value.rows === 0) return back(EMPTY_LOG)
        setStep({ at: 'read', file, log: log.value })
      },
      () => back(`“${file.name}” could not be read to its end.`),
    )
  }
  const read = (file: File, sniff: LogSniff): void => {
    const fault = mappingFault(mapping)
    setWrong(fault ?? '')
    if (fault) return
    remember(sniff.headers, mapping)
    setStep({ at: 'reading', share: 0 })
    const progress = proxy((share: number) => setStep({ at: 'reading', share }))
    remote.read(file, mapping, sniff.headers, usualHeightMm(job), progress).then(
      (log) => setStep(log.rows > 0 ? { at: 'read', file, log } : { at: 'map', file, sniff }),
      () => {
        setStep({ at: 'map', file, sniff })
        setWrong('The file could not be read to its end.')
      },
    )
  }
  const store = (file: File, log: ReadLog): void =>
    keep.submit(keepLog(job.id, logId, file, log), () => {
      setLogId(crypto.randomUUID())
      setStep({ at: 'choose' })
    })
  const complaint = wrong || (keep.isError ? sentenceOf(keep.error) : '')
  const drop = (): void => setStep({ at: 'choose' })
  return {
    step,
    mapping,
    setMapping,
    choose,
    read,
    store,
    drop,
    keeping: keep.isPending,
    complaint,
  }
}

const usualHeightMm = ({ vehicleType }: Job): number => {
  const { FL, FR, RL, RR } = vehicleType.geometry.corners
  return (FL.designHeightMm + FR.designHeightMm + RL.designHeightMm + RR.designHeightMm) / 4
}

/** Goes on with what is on the screen, or drops it. */
function GoOn({
  words,
  disabled = false,
  onGo,
  onDrop,
}: {
  readonly words: string
  readonly disabled?: boolean
  onGo(): void
  onDrop(): void
}): ReactNode {
  return (
    <div className="flex flex-wrap gap-2">
      <Button look="go" disabled={disabled} onClick={onGo}>
        {words}
      </Button>
      <Button onClick={onDrop}>Not this one</Button>
    </div>
  )
}

/**
 * A log of any tool's, out of a file: which column is what, what is found in it, and keeping it
 * with the job.
 */
export function LogImport({ job }: { readonly job: Job }): ReactNode {
  const { step, mapping, setMapping, choose, read, store, drop, keeping, complaint } =
    useImport(job)
  return (
    <section aria-label="A log out of a file" className="grid gap-3">
      {step.at === 'choose' && (
        <ChooseFile
          className="justify-self-start"
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          onChoose={([file]) => choose(file)}
        >
          <FileUp size={18} aria-hidden />A log out of a file
        </ChooseFile>
      )}
      {step.at === 'map' && (
        <>
          <Mapping sniff={step.sniff} mapping={mapping} onChange={setMapping} />
          <GoOn words="Read it" onGo={() => read(step.file, step.sniff)} onDrop={drop} />
        </>
      )}
      {step.at === 'reading' && (
        <Progress label="Read of the file" share={step.share}>
          <p>Reading …</p>
        </Progress>
      )}
      {step.at === 'read' && (
        <>
          <Found log={step.log} plate={job.vehicle.plate} />
          <GoOn
            words="Keep it with the job"
            disabled={keeping}
            onGo={() => store(step.file, step.log)}
            onDrop={drop}
          />
        </>
      )}
      <Refusal>{complaint}</Refusal>
    </section>
  )
}
