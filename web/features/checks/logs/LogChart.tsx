import type { Channel, LogRecord, Vehicle } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { clockWords } from '@anklet/language/plain/clock'
import type { ReactNode } from 'react'
import { useCallback, useMemo, useState } from 'react'
import { Button } from '../../../kit/Button.tsx'
import type { Numbers } from '../../../kit/ChartFrame.tsx'
import { ChartFrame } from '../../../kit/ChartFrame.tsx'
import { Taps, toggled } from '../../../kit/Taps.tsx'
import { LogRead } from './LogRead.tsx'
import { logPicture } from './logPicture.ts'
import type { Kind, Stretch } from './logPanels.ts'
import { kindsOf, moved, scaled, shownFirst, within } from './logPanels.ts'
import { logFile, shown, shownUnit, thinned } from './logRows.ts'

const KIND_WORDS: Readonly<Record<Kind, string>> = {
  height: 'Heights',
  signal: 'Signals',
  pressure: 'Pressure',
  current: 'Current',
  voltage: 'Voltage',
  temperature: 'Temperature',
  state: 'Pump runs',
}
/** Room for so many panels. */
const ROOM = ['h-[224px]', 'h-[224px]', 'h-[366px]', 'h-[508px]', 'h-[650px]'] as const
const ROOM_FOR_ALL = 'h-[1076px]'
const MOST_ROWS = 200
/** So much is looked at before and after a mark, s. */
const ABOUT_A_MARK_S = 15

/** The log in numbers: a column for its time and one for each channel. */
function numbersOf(
  channels: readonly Channel[],
  { trace }: LogRecord,
  { fromS, toS }: Stretch,
  units: DisplayUnits,
): Numbers {
  const rows = trace.atS.flatMap((at, i) => (at >= fromS && at <= toS ? [i] : []))
  return {
    columns: [
      { head: 'min:s', figures: true },
      ...channels.map((channel) => ({
        head: `${channel.corner ?? channel.id}, ${shownUnit(channel, units)}`,
        figures: true,
      })),
    ],
    rows: thinned(rows, MOST_ROWS).map((i) => [
      clockWords(trace.atS[i]!),
      ...channels.map((channel) => {
        const value = shown(channel, trace.values[channel.id]?.[i] ?? null, units)
        return value === null ? '–' : value.toFixed(1)
      }),
    ]),
  }
}

/** Looks closer, wider or further along, by keys and gloves as well. */
function Zoom({
  stretch,
  endS,
  readAtS,
  onLook,
}: {
  readonly stretch: Stretch
  readonly endS: number
  readonly readAtS: number | null
  onLook(stretch: Stretch): void
}): ReactNode {
  const about =
    readAtS !== null && readAtS >= stretch.fromS && readAtS <= stretch.toS ? readAtS : undefined
  const whole = stretch.fromS <= 0 && stretch.toS >= endS
  return (
    <div role="group" aria-label="Stretch of the log" className="flex flex-wrap items-center gap-2">
      <Button onClick={() => onLook(scaled(stretch, 0.5, endS, about))}>Closer</Button>
      <Button disabled={whole} onClick={() => onLook(scaled(stretch, 2, endS, about))}>
        Wider
      </Button>
      <Button disabled={stretch.fromS <= 0} onClick={() => onLook(moved(stretch, -1, endS))}>
        Earlier
      </Button>
      <Button disabled={stretch.toS >= endS} onClick={() => onLook(moved(stretch, 1, endS))}>
        Later
      </Button>
      <Button disabled={whole} onClick={() => onLook({ fromS: 0, toS: endS })}>
        Whole
      </Button>
      <span className="num text-small text-ink-2" aria-live="polite">
        {clockWords(stretch.fromS)} to {clockWords(stretch.toS)}
      </span>
    </div>
  )
}

/** A log as lines over one time axis, a panel for each kind of quantity, with its marks. */
export function LogChart({
  log,
  vehicle,
  units,
}: {
  readonly log: LogRecord
  readonly vehicle: Pick<Vehicle, 'plate' | 'simulated'>
  readonly units: DisplayUnits
}): ReactNode {
  const { channels } = log.head
  const endS = Math.max(1, log.trace.atS.at(-1) ?? 1)
  const [kinds, setKinds] = useState(() => shownFirst(channels))
  const [stretch, look] = useState<Stretch>({ fromS: 0, toS: endS })
  const [readAtS, read] = useState<number | null>(null)
  const all = useMemo(() => kindsOf(channels), [channels])
  const shownKinds = useMemo(() => all.filter((kind) => kinds.includes(kind)), [all, kinds])
  const chosen = channels.filter(({ kind }) => shownKinds.includes(kind))
  const panels = useCallback(
    () => logPicture(log, { kinds: shownKinds, stretch, readAtS, names: KIND_WORDS }, units),
    [log, shownKinds, stretch, readAtS, units],
  )
  const toMark = (atS: number): void => {
    read(atS)
    look(within({ fromS: atS - ABOUT_A_MARK_S, toS: atS + ABOUT_A_MARK_S }, endS))
  }
  return (
    <div className="grid gap-3">
      <Taps<Kind>
        legend="What, one over the other"
        chosen={shownKinds}
        onTap={(kind) => {
          const next = toggled(kinds, kind)
          if (next.length > 0) setKinds(next)
        }}
        options={all.map((value) => ({ value, words: KIND_WORDS[value] }))}
      />
      <Zoom stretch={stretch} endS={endS} readAtS={readAtS} onLook={look} />
      <ChartFrame
        label={log.head.title}
        panels={panels}
        onPick={read}
        picture={
          `${shownKinds.map((kind) => KIND_WORDS[kind]).join(', ')} from ` +
          `${clockWords(stretch.fromS)} to ${clockWords(stretch.toS)}; the numbers are one tap away`
        }
        height={ROOM[shownKinds.length] ?? ROOM_FOR_ALL}
        table={{
          label: 'The log in numbers',
          room: 'max-h-[300px]',
          numbers: () => numbersOf(chosen, log, stretch, units),
        }}
        fileName={`log-${log.head.at.slice(0, 16).replaceAll(/[:T]/g, '-')}`}
        csv={() => logFile(log, vehicle)}
      />
      <LogRead log={log} channels={chosen} readAtS={readAtS} units={units} onMark={toMark} />
    </div>
  )
}
