import { useful } from './model.ts'
import type { Job, LogHead } from '@anklet/contract'
import { pumpHabit } from '@anklet/core/measuring/guided'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useLog } from '../../client/devices.ts'
import { useUnits } from '../../client/queries.ts'
import { Taps } from '../../kit/Taps.tsx'
import { parseNumber } from '../../kit/typed.ts'
import { habitSaid } from '@anklet/language/causes/checks'
import { momentWords } from '@anklet/language/plain/times'
import { CheckFrame } from '../job/guided/CheckFrame.tsx'
import { Field, FigureInput } from '../../kit/Field.tsx'

function OfLog({ job, log }: { readonly job: Job; readonly log: LogHead }): ReactNode {
  const units = useUnits()
  const record = useLog(log.id)
  const [typed, setTyped] = useState('')
  const cutoutC = parseNumber(typed)
  const trace = record.data?.trace
  const said = trace
    ? habitSaid(
        pumpHabit(
          { atS: trace.atS, values: trace.values['runs'] ?? [] },
          trace.values['pump'] ? { atS: trace.atS, values: trace.values['pump'] } : null,
          cutoutC ?? Number.POSITIVE_INFINITY,
        ),
        units,
      )
    : null
  return (
    <CheckFrame
      job={job}
      kind="habit"
      logId={log.id}
      said={said}
      wanting="Reading the log …"
      steps={[
        'Record over a drive, a day or a night.',
        'Choose the log; say where the maker stops the pump for heat, if it is known.',
      ]}
    >
      <Field className="w-64" label="Stopped for heat at, °C (left out: not counted)" id="cutout">
        <FigureInput value={typed} onText={setTyped} />
      </Field>
    </CheckFrame>
  )
}

/** What a pump did over a log: starts, minutes a day, heat. */
export function HabitCheck({ job }: { readonly job: Job }): ReactNode {
  const logs = job.logs.filter(useful)
  const [chosen, choose] = useState<string | null>(logs.at(-1)?.id ?? null)
  const log = logs.find(({ id }) => id === chosen)
  return (
    <div className="grid gap-4">
      {logs.length > 0 && (
        <Taps<string>
          legend="Which log?"
          chosen={chosen === null ? [] : [chosen]}
          onTap={choose}
          options={logs.map(({ id, title, at }) => ({
            value: id,
            words: `${title}, ${momentWords(at, new Date())}`,
          }))}
        />
      )}
      {log ? (
        <OfLog key={log.id} job={job} log={log} />
      ) : (
        <p className="sub">
          This needs a log in which the pump’s running is told: record one over the link, or take
          one over from a file.
        </p>
      )}
    </div>
  )
}
