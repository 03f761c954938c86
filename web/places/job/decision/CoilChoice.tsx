import type { CoilEntry, Job } from '@anklet/contract'
import type { FittedCoil } from '@anklet/core/conversion'
import { balanceOf, convertedCorner, fitCoils, levelledStance, mostFailed, rideFrequencyHz, wantedCoil, withCoils } from '@anklet/core/conversion'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/units'
import type { Corner } from '@anklet/core/vehicle'
import type { Axle, VehicleGeometry } from '@anklet/core/vehicle'
import { AXLE_CORNERS, AXLE_OF, completeGeometry, perCorner } from '@anklet/core/vehicle'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useCoils, useUnits } from '../../../data/queries.ts'
import type { StripMark } from '../../../parts/Strip.tsx'
import { Strip } from '../../../parts/Strip.tsx'
import { parseNumber } from '../../../state/typed.ts'
import { MISFIT_WORDS, wantedWords } from '../../../words/coils.ts'
import { LoadChart } from './LoadChart.tsx'
import { allJoins } from '../../../words/joins.ts'

const NEWTON_PER_KG = 9.80665
const SHOWN = 8
const LIMITS = { length: [60, 900], laden: [0, 3000], tow: [0, 350] } as const

/** Coils for an axle out of the shop's list: how each would stand, ride and sag; and the vehicle on the chosen one, empty, laden and towing. */
export function CoilChoice({ job, corner, chosen, onChoose }: { readonly job: Job; readonly corner: Corner; readonly chosen: string | null; onChoose(coil: CoilEntry | null): void }): ReactNode {
  const units = useUnits()
  const list = useCoils().data
  const [typed, setTyped] = useState({ length: '', laden: '', tow: '' })
  const axle = AXLE_OF[corner]
  const vehicle = useMemo(() => completeGeometry(job.vehicleType.geometry), [job.vehicleType.geometry])
  const figure = (key: keyof typeof LIMITS): number | null => { const value = parseNumber(typed[key]); return value !== null && value >= LIMITS[key][0] && value <= LIMITS[key][1] ? value : null }
  const [length, laden, tow] = [figure('length'), figure('laden'), figure('tow') ?? 0]
  const corners = length === null || laden === null ? null : AXLE_CORNERS[axle].map((each) => convertedCorner(vehicle, each, length, (laden * NEWTON_PER_KG) / 2))
  const fitted = corners && list && list.length > 0 ? fitCoils(corners[0]!, list.map(({ name, ...coil }) => ({ ...coil, id: name }))) : null
  const input = (key: keyof typeof LIMITS, words: string, unit: string): ReactNode => (
    <div><label className="label" htmlFor={`coil-${key}`}>{words}</label><div className="flex items-baseline gap-2"><input id={`coil-${key}`} className="field num" inputMode="decimal" autoComplete="off" maxLength={6} aria-invalid={typed[key] !== '' && figure(key) === null} value={typed[key]} onChange={(event) => setTyped({ ...typed, [key]: event.target.value })} /><span className="w-8 text-[14px] text-ink-3">{unit}</span></div></div>
  )
  const rows = fitted?.ok ? fitted.value : []
  const most = mostFailed(rows)
  const picked = rows.find(({ id }) => id === chosen)
  return (
    <details className="border-t border-edge pt-2" open={chosen !== null || undefined}>
      <summary className="min-h-[44px] cursor-pointer py-2.5 font-medium">Which coils, if the {axle} axle goes to coils</summary>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-1">
        {list?.length === 0 && <p className="hint">The list of coils is empty. <Link to="/shelf/coils">Enter some at the shelf</Link>, or read a table in.</p>}
        <div className="grid gap-3 sm:grid-cols-3">{input('length', 'Spring’s length at design height', 'mm')}{input('laden', `Carried over the ${axle} axle when laden`, 'kg')}{input('tow', 'On the towing hitch', 'kg')}</div>
        {(length === null || laden === null) && <p className="text-[14px] text-ink-2">Measure the room the spring stands in at design height, and weigh the axle laden: wheel scales, or a public weighbridge with that axle alone on it. Without a weight, the papers’ axle limit less the empty axle is the most it can be.</p>}
        {fitted && !fitted.ok && <p className="wrong" role="alert">{fitted.error.code === 'solidTooLong' ? `The coil “${fitted.error.id}” would be longer solid than free.` : 'Laden it would be lighter than empty.'}</p>}
        {most && corners && <p className="hint">None of the list fits. {wantedWords(wantedCoil(corners[0]!), most)}</p>}
        {rows.length > 0 && corners && <Candidates rows={rows.slice(0, SHOWN)} airHz={corners[0]!.airRateNPerMm ? rideFrequencyHz(corners[0]!.airRateNPerMm, corners[0]!.loadN) : null} chosen={chosen} onChoose={(id) => onChoose(id === chosen ? null : (list!.find(({ name }) => name === id) ?? null))} />}
        {rows.some(({ fits }) => fits) && corners && laden !== null && laden > 0 && <LoadChart coils={rows.filter(({ fits }) => fits)} airRateNPerMm={corners[0]!.airRateNPerMm ?? null} ladenKg={laden} chosen={chosen} />}
        {picked && laden !== null && <Stances job={job} fit={picked} axle={axle} laden={laden} tow={tow} />}
      </div>
    </details>
  )

  function marksOf(empty: number, full: number, towing: number | null): readonly StripMark[] {
    const label = (mm: number): string => formatQuantity(mm, 'height', units)
    // An axle that is levelled stands the same whatever it carries.
    if (Math.abs(empty - full) < 1) return [{ mm: empty, kind: 'now', label: label(empty), under: 'empty and laden' }]
    return [{ mm: empty, kind: 'now', label: label(empty), under: 'empty' }, { mm: full, kind: 'evening', label: label(full), under: 'laden' }, ...(towing === null ? [] : [{ mm: towing, kind: 'earlier' as const }])]
  }

  function Stances({ fit, axle: at, laden: carried, tow: hitch }: { readonly job: Job; readonly fit: FittedCoil; readonly axle: 'front' | 'rear'; readonly laden: number; readonly tow: number }): ReactNode {
    const converted = withCoils(vehicle, Object.fromEntries(AXLE_CORNERS[at].map((each) => [each, fit])))
    const stand = (kg: number) => levelledStance(converted, vehicle, perCorner((each) => (AXLE_CORNERS[at].includes(each) ? (kg * NEWTON_PER_KG) / 2 : 0)))
    const [empty, full, towing] = [stand(0), stand(carried), stand(carried + hitch)]
    if (!empty.ok || !full.ok || !towing.ok) return <p className="wrong">With these figures the vehicle finds no place to rest.</p>
    const columns = perCorner((each) => ({ designMm: vehicle.corners[each].designHeightMm, marks: marksOf(empty.value.heightMm[each], full.value.heightMm[each], hitch > 0 ? towing.value.heightMm[each] : null) }))
    const off = perCorner((each) => full.value.heightMm[each] - vehicle.corners[each].designHeightMm)
    const beam = (cm: number): string => `${Math.abs(cm) < 0.5 ? 'unchanged' : `${Math.abs(cm).toFixed(0)} cm ${cm > 0 ? 'higher' : 'lower'} at 10 m`}`
    return (
      <section aria-label="How it stands on them" className="grid gap-2">
        <Strip corners={columns} joins={allJoins(off, units)} units={units} heightPx={230} label="On these coils: empty, and laden" />
        <p className="text-[14px]">{balanceWords(vehicle, converted, at)}</p>
        <p className="text-[14px]">Headlamp beam: empty {beam(empty.value.beamCmAt10M)}, laden {beam(full.value.beamCmAt10M)}{hitch > 0 ? `, towing ${beam(towing.value.beamCmAt10M)} (dashed)` : ''}. Heights in {UNIT_LABEL[units.length]}; an axle that keeps its air is levelled.</p>
      </section>
    )
  }
}

/** What coils on one axle do to the balance between the two. */
function balanceWords(before: VehicleGeometry, after: VehicleGeometry, axle: Axle): string {
  const [was, is] = [balanceOf(before), balanceOf(after)]
  const hz = (share: number): string => share.toFixed(2)
  const per = (share: number): string => `${(100 * share).toFixed(0)} %`
  const turned = is.front.rollShare - was.front.rollShare
  return `The front rides at ${hz(is.front.frequencyHz)} Hz and the rear at ${hz(is.rear.frequencyHz)} (${hz(was[axle].frequencyHz)} on air). The front carries ${per(is.front.rollShare)} of the roll, ${per(was.front.rollShare)} before${Math.abs(turned) < 0.03 ? '' : turned < 0 ? ': it turns in more willingly, the rear bar may be too much' : ': it pushes more, the front bar may be too much'}; the ${axle} bar gives ${per(is[axle].barShare)} of its axle’s.`
}

function Candidates({ rows, airHz, chosen, onChoose }: { readonly rows: readonly FittedCoil[]; readonly airHz: number | null; readonly chosen: string | null; onChoose(id: string): void }): ReactNode {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Coils of the list">
      <table className="table min-w-[720px]"><thead><tr><th scope="col">coil</th><th scope="col" className="n">stands off, mm</th><th scope="col" className="n">rides at, Hz</th><th scope="col" className="n">against air</th><th scope="col" className="n">laden lower, mm</th><th scope="col" className="n">to solid, mm</th><th scope="col" className="n">at droop, N</th><th scope="col">fits</th><th /></tr></thead>
        <tbody>{rows.map((row) => (
          <tr key={row.id}><th scope="row">{row.id}</th><td className="n num">{row.heightErrorMm.toFixed(1)}</td><td className="n num">{row.frequencyHz.toFixed(2)}</td><td className="n num">{row.rateRatio === null ? '–' : `× ${row.rateRatio.toFixed(2)}`}</td><td className="n num">{row.ladenDropMm.toFixed(0)}</td><td className="n num">{row.bindMarginMm.toFixed(0)}</td><td className="n num">{row.droopPreloadN.toFixed(0)}</td>
            <td>{row.fits ? 'yes' : `no: ${row.reasons.map((reason) => MISFIT_WORDS[reason]).join(', ')}`}</td><td>{row.fits && <button type="button" className="tap" data-on={chosen === row.id} aria-pressed={chosen === row.id} onClick={() => onChoose(row.id)}>{chosen === row.id ? 'Taken' : 'Take it'}</button>}</td></tr>
        ))}</tbody></table>
      {airHz !== null && <p className="text-[13.5px] text-ink-2">On air it rides at {airHz.toFixed(2)} Hz.</p>}
    </div>
  )
}
