import type { VehicleType } from '@anklet/contract'
import { airLedger } from '@anklet/core/physics/compressor'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { completeGeometry, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import { isMissing, topUpWords } from '@anklet/language/repair/air'
import { refusalWords } from '@anklet/language/repair/refusals'
import { AirByCorner } from '../../kit/AirByCorner.tsx'
import { BottleFills } from '../../kit/BottleFills.tsx'
import { Figure } from '../../kit/Figure.tsx'
import { useFigures } from '../../kit/Figures.tsx'
import { Note } from './Note.tsx'
import { BOTTLE_ASKS, WARMTH_ASK } from '../../kit/pumpAsks.ts'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'

const ASKS = {
  reservoirL: {
    words: 'Reservoir',
    kind: 'plain',
    unit: 'L',
    more: '(0: none)',
    least: 0,
    most: 1000,
    start: null,
  },
  reservoirBarG: { words: 'It holds', kind: 'pressure', least: -1, most: 40, start: null },
  targetReservoirBarG: {
    words: 'It should hold',
    kind: 'pressure',
    least: -1,
    most: 40,
    start: null,
  },
  temperatureC: WARMTH_ASK,
  levelOffsetMm: {
    words: 'Level',
    kind: 'plain',
    unit: 'mm',
    more: 'over design',
    least: -300,
    most: 300,
    start: 0,
  },
  ...BOTTLE_ASKS,
} as const

function FillingCaution(): ReactNode {
  return (
    <Notice kind="caution">
      Dry gas through a regulator that is shut before the bottle opens, a rated hose, the damp air
      in it purged first, slowly up to the measured amount. Gas let out in a closed cabin or pit
      displaces breathing air. The maker’s instructions decide.
    </Notice>
  )
}

/** The air of a whole system, and what is missing in it. */
export function AirCount({ type }: { readonly type: VehicleType }): ReactNode {
  const units = useUnits()
  const { read, fields } = useFigures(ASKS, units)
  const answer = read.ok
    ? airLedger({
        ...read.value,
        vehicle: completeGeometry(type.geometry),
        bottle:
          read.value.bottleL > 0
            ? { volumeL: read.value.bottleL, barG: read.value.bottleBarG }
            : null,
      })
    : null
  const pressure = (bar: number): string =>
    `${formatQuantity(bar, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
  if (!answer) return fields
  if (!answer.ok)
    return (
      <>
        {fields}
        <Refusal>{refusalWords(answer.error)}</Refusal>
      </>
    )
  const { corners, reservoir, totalBarL, topUpBarL, bottleFills, regulatorBarG } = answer.value
  const say = topUpWords(topUpBarL)
  const missing = isMissing(topUpBarL)
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-5">
        {fields}
        <AirByCorner corners={corners} byGauge />
      </div>
      <div className="grid content-start gap-3">
        <p className="say" aria-live="polite">
          {say}
        </p>
        <Figure words="in the whole system" value={totalBarL.toFixed(1)} unit="bar·L" />
        <Figure
          words="of that in the reservoir"
          value={reservoir.airBarL.toFixed(1)}
          unit="bar·L"
        />
        {missing && (
          <p className="figure">
            <span className="text-ink-2">regulator today, to have the target at 20 °C</span>
            <span className="num">{pressure(regulatorBarG)}</span>
          </p>
        )}
        <BottleFills fills={bottleFills} />
        {missing && <FillingCaution />}
        <SaveToJob
          title="Air count"
          lines={[
            `${type.name}: ${totalBarL.toFixed(1)} bar·L in all, ` +
              `${WALK.map((corner) => `${corner} ${corners[corner].airBarL.toFixed(1)}`).join(', ')}, ` +
              `reservoir ${reservoir.airBarL.toFixed(1)}.`,
            `${say}${missing ? ` Regulator at ${pressure(regulatorBarG)}.` : ''}`,
          ]}
        />
        <Note
          formula="n = p(absolute) · V · 293/T; by gauge: p(gauge) · V, as workshop tables have it."
          limits={
            'Springs at their design pressure, all at one temperature. The reservoir is ' +
            'read by the pressure at which flow starts.'
          }
        />
      </div>
    </div>
  )
}
