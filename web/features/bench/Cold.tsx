import type { VehicleType } from '@anklet/contract'
import { temperatureDrop } from '@anklet/core/physics/pneumatics'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { completeGeometry, perCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Strip } from '../../kit/Strip.tsx'
import { useUnits } from '../../client/queries.ts'
import { refusalWords } from '@anklet/language/repair/refusals'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'
import { Refusal } from '../../kit/Notice.tsx'

/** What the temperature alone does to a parked car. */
export function Cold({ type }: { readonly type: VehicleType }): ReactNode {
  const units = useUnits()
  const [fromC, setFrom] = useState(12)
  const [toC, setTo] = useState(-3)
  const vehicle = completeGeometry(type.geometry)
  const drop = temperatureDrop({ vehicle, fromC, toC })
  if (!drop.ok) return <Refusal>{refusalWords(drop.error)}</Refusal>
  const { changeMm } = drop.value
  const unit = UNIT_LABEL[units.length]
  const most = Math.min(...Object.values(changeMm))
  const corners = perCorner((corner) => {
    const design = vehicle.corners[corner].designHeightMm
    const end = design + changeMm[corner]
    const moved = Math.abs(changeMm[corner]) > 0.5
    return {
      designMm: null,
      spans: moved ? [{ fromMm: design, toMm: end, kind: 'cold' as const }] : [],
      marks: [
        { mm: design, kind: 'evening' as const, label: formatQuantity(design, 'height', units) },
        {
          mm: end,
          kind: 'now' as const,
          label: formatQuantity(end, 'height', units),
          under: `${formatQuantity(changeMm[corner], 'height', units)} ${unit}`,
        },
      ],
    }
  })
  const temperature = (value: number): string =>
    `${formatQuantity(value, 'temperature', units)} ${UNIT_LABEL[units.temperature]}`
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="min-w-0">
        <Strip
          corners={corners}
          joins={{ front: null, right: null, rear: null, left: null }}
          units={units}
          heightPx={380}
          label="Before and after"
        />
      </div>
      <div className="grid content-start gap-4">
        <p className="say-small" aria-live="polite">
          {most < -0.5
            ? `A tight car sinks up to ${formatQuantity(-most, 'height', units)} ${unit}. ` +
              'Only what goes beyond that leaks.'
            : 'It does not sink: warmer air lifts it.'}
        </p>
        <Slider
          label="From"
          min={-30}
          max={50}
          step={1}
          value={fromC}
          shown={temperature(fromC)}
          onSlide={setFrom}
        />
        <Slider
          label="To"
          min={-30}
          max={50}
          step={1}
          value={toC}
          shown={temperature(toC)}
          onSlide={setTo}
        />
        <SaveToJob
          title="Cold"
          lines={[
            `${type.name} from ${temperature(fromC)} to ${temperature(toC)}, tight: ` +
              `${WALK.map((corner) => `${corner} ${formatQuantity(changeMm[corner], 'height', units)}`).join(', ')} ` +
              `${unit}.`,
          ]}
        />
        <Note
          formula="About V/A · ΔT/T over the motion ratio, at each wheel with air."
          limits="Of the air in the springs, not of the weather: springs fresh from a drive are warmer than the yard."
        />
      </div>
    </div>
  )
}
