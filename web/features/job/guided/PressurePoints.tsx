import type { PressurePoint, TimeUnit } from './model.ts'
import { asReadings, readPairs } from './model.ts'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import type { FormEvent, ReactNode } from 'react'
import { useCallback, useState } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import { useUnits } from '../../../client/queries.ts'
import { parseNumber } from '../../../kit/typed.ts'
import { useGauge } from '../../../client/state/useGauge.ts'
import { Button } from '../../../kit/Button.tsx'
import { Refusal, Notice } from '../../../kit/Notice.tsx'
import { Field, FigureInput, TextArea } from '../../../kit/Field.tsx'
interface PointsProps {
  readonly points: readonly PressurePoint[]
  /** In which times of this test are usually read. */ readonly usualUnit: TimeUnit
  /** A test longer than this is a slip of the unit, s; none: it may take long. */
  readonly mostS?: number
  onChange(points: readonly PressurePoint[]): void
}
const UNIT_WORDS: Readonly<Record<TimeUnit, string>> = { s: 'Seconds', min: 'Minutes', h: 'Hours' }

/** What was read so far, and when. */
function PointsTaken({
  points,
  units,
}: {
  readonly points: readonly PressurePoint[]
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <p className="num text-body">
      {asReadings(points).atS.map((atS, i) => (
        <span key={`${atS}${String(i)}`} className="mr-4 inline-block">
          <span className="text-ink-2">
            {Math.floor(atS / 60)}:{String(Math.floor(atS % 60)).padStart(2, '0')}{' '}
          </span>
          {formatQuantity(points[i]!.barG, 'pressure', units, 1)}
        </span>
      ))}
    </p>
  )
}

/** Takes one reading as it is typed. */
function PressureNow({
  onSubmit,
  units,
  typed,
  onType,
  onList,
}: {
  onSubmit(event: FormEvent): void
  readonly units: DisplayUnits
  readonly typed: string
  onType(next: string): void
  onList(): void
}): ReactNode {
  return (
    <form onSubmit={onSubmit} className="flex flex-wrap items-end gap-2" noValidate>
      <Field
        className="w-40"
        label={<>Pressure now, {UNIT_LABEL[units.pressure]}</>}
        id="pressure-now"
      >
        <FigureInput className="text-figure" value={typed} onText={onType} />
      </Field>
      <Button type="submit">Take it</Button>
      <Button look="quiet" onClick={onList}>
        Type a list instead
      </Button>
    </form>
  )
}

/** Readings typed as a list, with the unit their times are in. */
function PressureList({
  list,
  unit,
  units,
  onChange,
}: {
  readonly list: string
  readonly unit: TimeUnit
  readonly units: DisplayUnits
  onChange(text: string, unit: TimeUnit): void
}): ReactNode {
  return (
    <div className="grid gap-2">
      <Taps<TimeUnit>
        legend="Times are in"
        chosen={[unit]}
        onTap={(of) => onChange(list, of)}
        options={(Object.keys(UNIT_WORDS) as TimeUnit[]).map((value) => ({
          value,
          words: UNIT_WORDS[value],
        }))}
      />
      <Field
        label={
          <>
            {UNIT_WORDS[unit]} and {UNIT_LABEL[units.pressure]}, a pair a line
          </>
        }
        id="pressure-list"
      >
        <TextArea className="num" rows={6} value={list} onText={(text) => onChange(text, unit)} />
      </Field>
    </div>
  )
}

/**
 * Pressure readings with their times: sent by a gauge's button, typed as they are read, or typed
 * as a list afterwards.
 */
export function PressurePoints({ points, usualUnit, mostS, onChange }: PointsProps): ReactNode {
  const units = useUnits()
  const [typed, setTyped] = useState('')
  const [list, setList] = useState<string | null>(null)
  const [unit, setUnit] = useState(usualUnit)
  const [wrong, setWrong] = useState('')
  const add = useCallback(
    (barG: number, deviceId?: string) =>
      onChange([...points, { atMs: Date.now(), barG, ...(deviceId ? { deviceId } : {}) }]),
    [points, onChange],
  )
  useGauge('pressureGauge', add)
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    const shown = parseNumber(typed)
    if (shown === null) return setWrong(`"${typed}" is not a number.`)
    const bar = fromDisplay(shown, 'pressure', units)
    if (bar < -1 || bar > 40)
      return setWrong(`A pressure of ${typed} ${UNIT_LABEL[units.pressure]} cannot be.`)
    setWrong('')
    setTyped('')
    add(bar)
  }
  const takeList = (text: string, of: TimeUnit): void => {
    setList(text)
    setUnit(of)
    const read = readPairs(text, (shown) => fromDisplay(shown, 'pressure', units), of)
    setWrong(
      text.trim() !== '' && read === null
        ? 'Each line is a time and a pressure, later ones below.'
        : '',
    )
    if (read) onChange(read)
  }
  const lastS = asReadings(points).atS.at(-1) ?? 0
  return (
    <section aria-label="Readings of the pressure" className="grid gap-2">
      {list === null ? (
        <PressureNow
          onSubmit={submit}
          units={units}
          typed={typed}
          onType={setTyped}
          onList={() => setList('')}
        />
      ) : (
        <PressureList list={list} unit={unit} units={units} onChange={takeList} />
      )}
      <Refusal>{wrong}</Refusal>
      {mostS !== undefined && lastS > mostS && (
        <Notice kind="wait">
          That would be {Math.round(lastS / 60)} minutes of running. A pump is run for seconds here,
          and grows hot. Are the times in another unit?
        </Notice>
      )}
      {points.length > 0 && <PointsTaken points={points} units={units} />}
      {points.length > 0 && (
        <Button
          look="quiet"
          className="justify-self-start"
          onClick={() => {
            onChange([])
            setList((was) => (was === null ? null : ''))
          }}
        >
          Begin again
        </Button>
      )}
    </section>
  )
}
