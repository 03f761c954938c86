import type { Channel, LogRecord } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { clockWords } from '@anklet/language/plain/clock'
import type { ReactNode } from 'react'
import { Tap } from '../../../kit/Button.tsx'
import { Disclosure } from '../../../kit/Disclosure.tsx'
import { numbered, rowAt } from './logPanels.ts'
import { shown, shownUnit } from './logRows.ts'

interface LogReadProps {
  readonly log: LogRecord
  readonly channels: readonly Channel[]
  /** Where the log is read, s; null: nowhere yet. */
  readonly readAtS: number | null
  readonly units: DisplayUnits
  onMark(atS: number): void
}

/** More marks than these are folded away. */
const FEW_MARKS = 12

/** What every shown channel says at one moment. */
function Values({ log, channels, readAtS, units }: Omit<LogReadProps, 'onMark'>): ReactNode {
  const row = readAtS === null ? null : rowAt(log.trace, readAtS)
  if (readAtS === null || row === null)
    return (
      <p className="text-small text-ink-2">
        Tap into the picture, or a mark, to read every line at that moment.
      </p>
    )
  const mark = log.trace.marks.find(({ atS }) => atS === readAtS)
  return (
    <section aria-label="Read at" aria-live="polite">
      <p>
        <b className="num">{clockWords(readAtS)}</b>
        {mark ? `, ${mark.words}` : ''}
      </p>
      <dl className="flex flex-wrap gap-x-6 gap-y-1">
        {channels.map((channel) => {
          const value = shown(channel, log.trace.values[channel.id]?.[row] ?? null, units)
          return (
            <div key={channel.id} className="flex items-baseline gap-2">
              <dt className="text-small text-ink-2">{channel.place}</dt>
              <dd className="num">
                {value === null
                  ? 'no value'
                  : channel.kind === 'state'
                    ? value >= 0.5
                      ? 'on'
                      : 'off'
                    : `${value.toFixed(1)} ${shownUnit(channel, units)}`}
              </dd>
            </div>
          )
        })}
      </dl>
    </section>
  )
}

/** What a log says at a moment, and its marks to go to. */
export function LogRead(props: LogReadProps): ReactNode {
  const { log, readAtS, onMark } = props
  const marks = numbered(log.trace.marks)
  const list = (
    <ol aria-label="Marks" className="flex flex-wrap gap-2">
      {marks.map(({ number, atS, words }) => (
        <li key={number}>
          <Tap on={readAtS === atS} onClick={() => onMark(atS)}>
            <span className="text-left text-small">
              <b className="num">{number}</b> <span className="num">{clockWords(atS)}</span> {words}
            </span>
          </Tap>
        </li>
      ))}
    </ol>
  )
  return (
    <div className="grid gap-3">
      <Values {...props} />
      {marks.length > FEW_MARKS ? (
        <Disclosure summary={`${marks.length} marks`}>{list}</Disclosure>
      ) : (
        marks.length > 0 && list
      )}
    </div>
  )
}
