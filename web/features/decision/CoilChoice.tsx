import { figureUnit } from '@anklet/core/base/units'
import { UnitInput } from '../../client/form/UnitInput.tsx'
import type { FigureKey, Typed } from './model.ts'
import { figureOf, fitsOf, wholeAxleKg } from './model.ts'
import type { CoilEntry, Job } from '@anklet/contract'
import type { FittedCoil, LadenEstimate } from '@anklet/core/reasoning/conversion'
import { mostFailed, rideFrequencyHz, wantedCoil } from '@anklet/core/reasoning/conversion'
import type { Axle, Corner, VehicleGeometry } from '@anklet/core/base/vehicle'
import { AXLE_OF, completeGeometry } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useCoils, useUnits } from '../../client/queries.ts'
import { MISFIT_WORDS, wantedWords } from '@anklet/language/repair/coils'
import { LadenGuess } from './LadenGuess.tsx'
import { LoadChart } from './LoadChart.tsx'
import { Stances } from './Stances.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'
import { Tap } from '../../kit/Button.tsx'
import { parseNumber } from '../../kit/typed.ts'
import { Field } from '../../kit/Field.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

const SHOWN = 8

interface FiguresProps {
  readonly axle: Axle
  readonly typed: Typed
  onType(key: FigureKey, words: string): void
}

/** The axle as it was weighed, or as its papers have it, empty and laden: what is added is their difference. */
function Weighed({
  axle,
  onAdded,
}: {
  readonly axle: Axle
  /** Told what is added, kg, as it is stored. */
  onAdded(kg: string): void
}): ReactNode {
  const { label } = figureUnit('kg', useUnits())
  const [typed, setTyped] = useState({ empty: '', laden: '' })
  const type = (change: Partial<typeof typed>): void => {
    const next = { ...typed, ...change }
    setTyped(next)
    const [empty, laden] = [parseNumber(next.empty), parseNumber(next.laden)]
    if (empty !== null && laden !== null) onAdded(String(laden - empty))
  }
  return (
    <Disclosure summary={`Known by the whole ${axle} axle: its weight empty and laden`}>
      <div className="grid gap-3 sm:grid-cols-3">
        {(['empty', 'laden'] as const).map((state) => (
          <Field key={state} label={`The axle, ${state}`} unit={label}>
            <UnitInput
              unit="kg"
              maxLength={8}
              value={typed[state]}
              onText={(text) => type({ [state]: text })}
            />
          </Field>
        ))}
      </div>
    </Disclosure>
  )
}

/** What is measured and weighed for a coil. */
function Figures({ axle, typed, onType }: FiguresProps): ReactNode {
  const units = useUnits()
  const input = (key: FigureKey, words: string, unit: string): ReactNode => (
    <Field label={words} id={`coil-${key}`} unit={figureUnit(unit, units).label}>
      <UnitInput
        unit={unit}
        maxLength={8}
        aria-invalid={typed[key] !== '' && figureOf(typed, key) === null}
        value={typed[key]}
        onText={(text) => onType(key, text)}
      />
    </Field>
  )
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-3">
        {input('length', 'Spring’s length at design height', 'mm')}
        {input('laden', `Carried over the ${axle} axle when laden`, 'kg')}
        {input('tow', 'On the towing hitch', 'kg')}
      </div>
      <Weighed axle={axle} onAdded={(kg) => onType('laden', kg)} />
      {(figureOf(typed, 'length') === null || figureOf(typed, 'laden') === null) && (
        <p className="text-small text-ink-2">
          Measure the room the spring stands in at design height, and weigh the axle laden: wheel
          scales, or a public weighbridge with that axle alone on it. An axle that a trailer’s
          weight lightens is a figure below zero.
        </p>
      )}
    </>
  )
}

/** Doubts a weight that looks like that of the whole axle instead of what comes on top of it. */
function WholeAxle({
  vehicle,
  axle,
  typed,
}: {
  readonly vehicle: VehicleGeometry
  readonly axle: Axle
  readonly typed: Typed
}): ReactNode {
  const { label, perStored } = figureUnit('kg', useUnits())
  const emptyKg = wholeAxleKg(vehicle, axle, figureOf(typed, 'laden'))
  if (emptyKg === null) return null
  return (
    <Notice kind="wait">
      That looks like what the whole axle weighs. Asked is what comes on top: the weight laden less
      the weight empty. Empty, its springs carry about {Math.round(emptyKg * perStored)} {label}.
    </Notice>
  )
}

interface CoilChoiceProps {
  readonly job: Job
  readonly corner: Corner
  readonly chosen: string | null
  onChoose(coil: CoilEntry | null): void
}

/**
 * Coils for an axle out of the shop's list: how each would stand, ride and sag; and the vehicle on
 * the chosen one, empty, laden and towing.
 */
export function CoilChoice(props: CoilChoiceProps): ReactNode {
  const { job, corner, chosen } = props
  const units = useUnits()
  const list = useCoils().data
  const [typed, setTyped] = useState<Typed>({ length: '', laden: '', tow: '' })
  // What the weight was told by, where it was not weighed; typing it anew forgets that.
  const [told, tell] = useState<LadenEstimate | null>(null)
  const axle = AXLE_OF[corner]
  const vehicle = useMemo(
    () => completeGeometry(job.vehicleType.geometry),
    [job.vehicleType.geometry],
  )
  return (
    <Disclosure
      className="border-t border-edge pt-2"
      open={chosen !== null || undefined}
      summary={<>Which coils, if the {axle} axle goes to coils</>}
    >
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-1">
        {list?.length === 0 && (
          <Notice kind="wait">
            The list of coils is empty. <Link to="/shelf/coils">Enter some at the shelf</Link>, or
            read a table in.
          </Notice>
        )}
        <Figures
          axle={axle}
          typed={typed}
          onType={(key, words) => {
            setTyped({ ...typed, [key]: words })
            if (key === 'laden') tell(null)
          }}
        />
        <LadenGuess
          vehicle={vehicle}
          axle={axle}
          units={units}
          onTake={(estimate) => {
            tell(estimate)
            setTyped({ ...typed, laden: estimate.kg.toFixed(0) })
          }}
        />
        <WholeAxle vehicle={vehicle} axle={axle} typed={typed} />
        {told && (
          <Notice kind="wait">
            The load is estimated: it may be {told.highKg.toFixed(0)} kg. A coil that would not do
            then is marked.
          </Notice>
        )}
        <Fitted {...props} vehicle={vehicle} typed={typed} told={told} list={list ?? []} />
      </div>
    </Disclosure>
  )
}

function Fitted({
  corner,
  chosen,
  onChoose,
  vehicle,
  typed,
  told,
  list,
}: CoilChoiceProps & {
  readonly vehicle: VehicleGeometry
  readonly typed: Typed
  readonly told: LadenEstimate | null
  readonly list: readonly CoilEntry[]
}): ReactNode {
  const units = useUnits()
  const axle = AXLE_OF[corner]
  const [laden, tow] = [figureOf(typed, 'laden'), figureOf(typed, 'tow') ?? 0]
  const { corners, fitted, overloaded } = fitsOf(vehicle, axle, typed, told, list)
  if (!fitted || !corners || laden === null) return null
  if (!fitted.ok)
    return (
      <Refusal>
        {fitted.error.code === 'solidTooLong'
          ? `The coil “${fitted.error.id}” would be longer solid than free.`
          : 'Laden so, the axle would carry nothing.'}
      </Refusal>
    )
  const rows = fitted.value
  const most = mostFailed(rows)
  const picked = rows.find(({ id }) => id === chosen)
  const { airRateNPerMm, loadN } = corners[0]!
  return (
    <>
      {most && (
        <Notice kind="wait">
          None of the list fits. {wantedWords(wantedCoil(corners[0]!), most, units)}
        </Notice>
      )}
      <Candidates
        rows={rows.slice(0, SHOWN)}
        overloaded={overloaded}
        airHz={airRateNPerMm ? rideFrequencyHz(airRateNPerMm, loadN) : null}
        chosen={chosen}
        onChoose={(id) =>
          onChoose(id === chosen ? null : (list.find(({ name }) => name === id) ?? null))
        }
      />
      {rows.some(({ fits }) => fits) && laden > 0 && (
        <LoadChart
          coils={rows.filter(({ fits }) => fits)}
          airRateNPerMm={airRateNPerMm ?? null}
          ladenKg={laden}
          chosen={chosen}
        />
      )}
      {picked && (
        <Stances
          vehicle={vehicle}
          fit={picked}
          axle={axle}
          ladenKg={laden}
          towKg={tow}
          units={units}
        />
      )}
    </>
  )
}

/** What figures of coils are shown in. */
const useCoilUnits = () => {
  const units = useUnits()
  return { mm: figureUnit('mm', units), force: figureUnit('N', units) }
}

function Candidates({
  rows,
  overloaded,
  airHz,
  chosen,
  onChoose,
}: {
  readonly rows: readonly FittedCoil[]
  /** Those that fit no more with the most it may carry. */ readonly overloaded: ReadonlySet<string>
  readonly airHz: number | null
  readonly chosen: string | null
  onChoose(id: string): void
}): ReactNode {
  const { mm, force } = useCoilUnits()
  const length = (value: number, digits: number): string =>
    (value * mm.perStored).toFixed(mm.perStored === 1 ? digits : 2)
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Coils of the list">
      <table className="table min-w-[720px]">
        <Heads
          columns={[
            'coil',
            figures(`stands off, ${mm.label}`),
            figures('rides at, Hz'),
            figures('against air'),
            figures(`laden lower, ${mm.label}`),
            figures(`to solid, ${mm.label}`),
            figures(`at droop, ${force.label}`),
            'fits',
            '',
          ]}
        />
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <th scope="row">{row.id}</th>
              <td className="n num">{length(row.heightErrorMm, 1)}</td>
              <td className="n num">{row.frequencyHz.toFixed(2)}</td>
              <td className="n num">
                {row.rateRatio === null ? '–' : `× ${row.rateRatio.toFixed(2)}`}
              </td>
              <td className="n num">{length(row.ladenDropMm, 0)}</td>
              <td className="n num">{length(row.bindMarginMm, 0)}</td>
              <td className="n num">{(row.droopPreloadN * force.perStored).toFixed(0)}</td>
              <td>
                {row.fits
                  ? overloaded.has(row.id)
                    ? 'yes, but not with the most it may carry'
                    : 'yes'
                  : `no: ${row.reasons.map((reason) => MISFIT_WORDS[reason]).join(', ')}`}
              </td>
              <td>
                {row.fits && (
                  <Tap on={chosen === row.id} onClick={() => onChoose(row.id)}>
                    {chosen === row.id ? 'Taken' : 'Take it'}
                  </Tap>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {airHz !== null && (
        <p className="text-small text-ink-2">On air it rides at {airHz.toFixed(2)} Hz.</p>
      )}
    </div>
  )
}
