import { fillTime } from '@anklet/core/physics/compressor'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import { secondsWords } from '@anklet/language/plain/times'
import { refusalWords } from '@anklet/language/repair/refusals'
import { useFigures } from '../../kit/Figures.tsx'
import { Note } from './Note.tsx'
import { PUMP_ASKS, WARMTH_ASK } from '../../kit/pumpAsks.ts'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Refusal } from '../../kit/Notice.tsx'

const ASKS = {
  volumeL: { words: 'Volume', kind: 'plain', unit: 'L', least: 0.01, most: 1000, start: null },
  fromBarG: { words: 'From', kind: 'pressure', least: -1, most: 40, start: 0 },
  toBarG: { words: 'To', kind: 'pressure', least: -1, most: 40, start: null },
  ...PUMP_ASKS,
  temperatureC: WARMTH_ASK,
} as const

/** How long a pump takes to fill a reservoir or anything of fixed volume. */
export function Fill(): ReactNode {
  const units = useUnits()
  const { read, fields } = useFigures(ASKS, units)
  const answer = read.ok ? fillTime(read.value) : null
  const pressure = (bar: number): string =>
    `${formatQuantity(bar, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div>{fields}</div>
      <div className="grid content-start gap-3">
        {answer?.ok && read.ok && (
          <>
            <p className="say" aria-live="polite">
              {answer.value.seconds === 0
                ? 'It is there already.'
                : `${secondsWords(answer.value.seconds)} of pumping.`}
            </p>
            <SaveToJob
              title="Fill time"
              lines={[
                `${read.value.volumeL} L from ${pressure(read.value.fromBarG)} to ` +
                  `${pressure(read.value.toBarG)}, pump of ${read.value.freeFlowLPerMin} L/min ` +
                  `that stalls at ${pressure(read.value.stallBarG)}: ` +
                  `${secondsWords(answer.value.seconds)}.`,
              ]}
            />
          </>
        )}
        {answer && !answer.ok && <Refusal>{refusalWords(answer.error)}</Refusal>}
        <Note
          formula="60 · V · (293/T) · stall/free flow · ln((stall − from)/(stall − to))"
          limits={
            'A fixed volume at one temperature, full voltage at the pump, sea level. Long ' +
            'runs are done in stages with rests: the maker’s limit decides.'
          }
        />
      </div>
    </div>
  )
}
