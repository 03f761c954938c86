import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { CodeReading, Job } from '@anklet/contract'
import type { CodeStatus, Report, ReportedCode } from '@anklet/core/reasoning/codes'
import { codeText, readCode } from '@anklet/core/reasoning/codes'
import { FileUp, X } from 'lucide-react'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { useCommand } from '../../../client/queries.ts'
import {
  codeRefusalWords,
  decodedWords,
  readingWords,
  remarkWords,
  STATUS_WORDS,
} from '@anklet/language/causes/codes'
import { momentWords } from '@anklet/language/plain/times'
import { CodeList } from '../../job/codes/CodeList.tsx'
import { recordCodes } from './commands.ts'
import { readIn } from './readIn.ts'
import { Button, Tap } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'
import { ChooseFile } from '../../../kit/ChooseFile.tsx'
import { Field, TextArea, Input } from '../../../kit/Field.tsx'

/** More than this is no report of codes. */
const LARGEST_BYTES = 1_000_000
const STATUSES = Object.keys(STATUS_WORDS) as CodeStatus[]

interface Draft {
  readonly from: CodeReading['from']
  readonly tool: string
  readonly report: Report
}

function Typing({ onCode }: { onCode(code: ReportedCode): void }): ReactNode {
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  const add = (event: FormEvent): void => {
    event.preventDefault()
    const code = readCode(text)
    setWrong(code.ok ? '' : codeRefusalWords(code.error))
    if (!code.ok) return
    setText('')
    onCode({ ...code.value, status: 'present', words: '', freeze: [] })
  }
  return (
    <form onSubmit={add}>
      <Field label="Or type one" id="one-code" beside={<Button type="submit">Add it</Button>}>
        <Input
          className="num max-w-[220px] uppercase"
          autoCapitalize="characters"
          autoComplete="off"
          spellCheck={false}
          maxLength={16}
          value={text}
          onText={setText}
        />
      </Field>
      <Refusal className="mt-1">{wrong}</Refusal>
    </form>
  )
}

function Drafted({
  draft: { report },
  onChange,
}: {
  readonly draft: Draft
  onChange(report: Report): void
}): ReactNode {
  const { codes, remarks } = report
  const set = (at: number, status: CodeStatus): void =>
    onChange({ ...report, codes: codes.map((code, i) => (i === at ? { ...code, status } : code)) })
  return (
    <>
      <ul className="grid">
        {codes.map((code, i) => (
          <li key={codeText(code)} className="grid gap-1 border-b border-edge py-2">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
              <b className="num text-lead font-semibold">{codeText(code)}</b>
              <span className="min-w-0 flex-1 text-small">{code.words}</span>
              <Button
                look="quiet"
                aria-label={`Leave ${codeText(code)} out`}
                onClick={() => onChange({ ...report, codes: codes.filter((_, k) => k !== i) })}
              >
                <X size={18} aria-hidden />
              </Button>
            </div>
            <p className="text-small text-ink-2">
              {decodedWords(code)}.
              {code.freeze.length > 0 &&
                ` Kept with it: ${code.freeze.map(({ name, value }) => `${name} ${value}`).join('; ')}.`}
            </p>
            <div role="group" aria-label={`${codeText(code)} is`} className="flex flex-wrap gap-2">
              {STATUSES.map((status) => (
                <Tap on={code.status === status} key={status} onClick={() => set(i, status)}>
                  {STATUS_WORDS[status]}
                </Tap>
              ))}
            </div>
          </li>
        ))}
      </ul>
      {remarks.length > 0 && (
        <ul className="hint grid gap-0.5 text-small">
          {remarks.slice(0, 12).map((remark) => (
            <li key={`${remark.line} ${remark.text} ${remark.kind}`}>{remarkWords(remark)}</li>
          ))}
        </ul>
      )}
    </>
  )
}

const EMPTY: Draft = { from: 'typed', tool: '', report: { codes: [], remarks: [] } }

/** A tool's report, pasted or out of a file. */
function Report({
  pasted,
  onPaste,
  onTake,
  onWrong,
}: {
  readonly pasted: string
  onPaste(text: string): void
  onTake(text: string, tool: string): void
  onWrong(sentence: string): void
}): ReactNode {
  const read = (file: File): void =>
    void file.text().then(
      (text) => onTake(text, file.name.slice(0, 80)),
      () => onWrong(`“${file.name}” could not be read.`),
    )
  return (
    <>
      <Field label="A tool’s report, pasted" id="report">
        <TextArea
          className="num min-h-[96px] text-small"
          maxLength={20_000}
          spellCheck={false}
          value={pasted}
          onText={onPaste}
        />
      </Field>
      <div className="flex flex-wrap gap-2">
        <Button disabled={pasted.trim() === ''} onClick={() => onTake(pasted, '')}>
          Find the codes in it
        </Button>
        <ChooseFile
          accept=".csv,.txt,.tsv,text/csv,text/plain"
          most={LARGEST_BYTES}
          onChoose={([file]) => read(file)}
          onTooLarge={({ name }) => onWrong(`“${name}” is too large for a report of codes.`)}
        >
          <FileUp size={18} aria-hidden />A report out of a file
        </ChooseFile>
      </div>
    </>
  )
}

function ReadIn({ job }: { readonly job: Job }): ReactNode {
  const [pasted, paste] = useState('')
  const [draft, setDraft] = useState<Draft>(EMPTY)
  const [wrong, setWrong] = useState('')
  const [readingId, setReadingId] = useState(() => crypto.randomUUID())
  const keep = useCommand('codes.record')
  const { codes } = draft.report
  const take = (text: string, tool: string): void => {
    const report = readIn(text)
    setWrong(
      report.codes.length === 0 && report.remarks.length === 0
        ? 'There is no code in it: a letter P, C, B or U and four figures.'
        : '',
    )
    setDraft({ from: 'report', tool, report })
  }
  const add = (code: ReportedCode): void => {
    const there = codes.some((each) => codeText(each) === codeText(code))
    setWrong(there ? `${codeText(code)} is there already.` : '')
    if (!there) setDraft({ ...draft, report: { ...draft.report, codes: [...codes, code] } })
  }
  const record = (from: CodeReading['from'], tool: string, list: readonly ReportedCode[]): void =>
    keep.submit(recordCodes(job, readingId, from, tool, list), () => {
      setReadingId(crypto.randomUUID())
      setDraft(EMPTY)
      paste('')
      setWrong('')
    })
  return (
    <section aria-label="Read codes in" className="grid content-start gap-3">
      <h2>Read them in</h2>
      <p className="text-small text-ink-2">
        Use a tool that reaches the suspension’s own module; a generic reader does not. With the
        link docked they come by themselves.
      </p>
      <Report pasted={pasted} onPaste={paste} onTake={take} onWrong={setWrong} />
      <Typing onCode={add} />
      <div aria-live="polite" className="grid gap-3">
        <Refusal>{wrong}</Refusal>
        {(codes.length > 0 || draft.report.remarks.length > 0) && (
          <Drafted draft={draft} onChange={(report) => setDraft({ ...draft, report })} />
        )}
      </div>
      <Button
        look={codes.length > 0 ? 'go' : 'plain'}
        className="w-fit"
        disabled={keep.isPending}
        onClick={() =>
          codes.length > 0 ? record(draft.from, draft.tool, codes) : record('typed', '', [])
        }
      >
        {codes.length === 0
          ? 'The module has none'
          : codes.length === 1
            ? 'Keep this code'
            : `Keep these ${codes.length} codes`}
      </Button>
      <RefusalOf asked={keep} />
    </section>
  )
}

/** The codes of a car: what was read on this job, what they mean here, and when each was first and last seen. */
export function Codes({ job }: { readonly job: Job }): ReactNode {
  const here = job.codeReadings.filter(({ jobId }) => jobId === job.id)
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <div className="grid min-w-0 content-start gap-4">
        <section aria-label="Codes of this car">
          <h2>Codes of this car</h2>
          <CodeList
            typeId={job.vehicleType.id}
            readings={job.codeReadings}
            texts={job.codeTexts}
            locked={job.closedAt !== null}
          />
        </section>
        <p className="text-small text-ink-2">A code points to an area, never to a part.</p>
        {here.length > 0 && (
          <section aria-label="Read on this job">
            <h2>Read on this job</h2>
            <ul>
              {here
                .toReversed()
                .slice(0, 8)
                .map((reading) => (
                  <li key={reading.id} className="border-b border-edge py-1.5 text-small">
                    <span className="text-ink-2">{momentWords(reading.at, new Date())}: </span>
                    {readingWords(reading)}
                  </li>
                ))}
            </ul>
          </section>
        )}
      </div>
      {!job.closedAt && <ReadIn job={job} />}
    </div>
  )
}
