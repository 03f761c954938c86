import type { VehicleType } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner, VehicleGeometry } from '@anklet/core/base/vehicle'
import { completeGeometry, hasAir, perCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Strip } from '../../kit/Strip.tsx'
import { useUnits } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { allJoins } from '@anklet/language/heights/joins'
import { refusalWords } from '@anklet/language/repair/refusals'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { Slider } from '../../kit/Slider.tsx'
import type { StanceChange } from './tools.ts'
import { AS_DESIGNED, stanceOf } from './tools.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'

/** How much air each spring has left. */
function AirLeft({
  vehicle,
  change,
  onSet,
}: {
  readonly vehicle: VehicleGeometry
  readonly change: StanceChange
  onSet(corner: Corner, value: number): void
}): ReactNode {
  return (
    <section aria-label="Air">
      <h2>Air left in the spring</h2>
      {WALK.filter((corner) => hasAir(vehicle.corners[corner])).map((corner) => (
        <Slider
          key={corner}
          label={capital(CORNER_WORDS[corner])}
          min={0}
          max={1.5}
          step={0.01}
          value={change.airShare[corner]}
          shown={`${Math.round(change.airShare[corner] * 100)} %`}
          onSlide={(value) => onSet(corner, value)}
        />
      ))}
    </section>
  )
}

/** What each wheel carries besides. */
function LoadAdded({
  change,
  onSet,
}: {
  readonly change: StanceChange
  onSet(corner: Corner, value: number): void
}): ReactNode {
  return (
    <section aria-label="Load">
      <h2>Load added over the wheel</h2>
      {WALK.map((corner) => (
        <Slider
          key={corner}
          label={capital(CORNER_WORDS[corner])}
          min={0}
          max={4000}
          step={50}
          value={change.payloadN[corner]}
          shown={`${change.payloadN[corner]} N`}
          onSlide={(value) => onSet(corner, value)}
        />
      ))}
    </section>
  )
}

/** The strip answers while air, load and temperature are slid. */
export function Stance({ type }: { readonly type: VehicleType }): ReactNode {
  const units = useUnits()
  const [change, setChange] = useState<StanceChange>(AS_DESIGNED)
  const vehicle = completeGeometry(type.geometry)
  const rest = stanceOf(vehicle, change)
  const set = (key: 'airShare' | 'payloadN', corner: Corner, value: number): void =>
    setChange({ ...change, [key]: { ...change[key], [corner]: value } })
  if (!rest.ok) return <Refusal>{refusalWords(rest.error)}</Refusal>
  const { heightMm, pressureBarG, onBumpStop } = rest.value
  const off = perCorner((corner) => heightMm[corner] - vehicle.corners[corner].designHeightMm)
  const under = (corner: Corner): string =>
    onBumpStop[corner]
      ? 'on its bump stop'
      : pressureBarG[corner] === null
        ? 'coil'
        : `${formatQuantity(pressureBarG[corner], 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
  const corners = perCorner((corner) => ({
    designMm: vehicle.corners[corner].designHeightMm,
    marks: [
      {
        mm: heightMm[corner],
        kind: 'now' as const,
        label: formatQuantity(heightMm[corner], 'height', units),
        under: under(corner),
      },
    ],
  }))
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="min-w-0">
        <Strip
          corners={corners}
          joins={allJoins(off, units)}
          units={units}
          heightPx={380}
          label="Where it comes to rest"
        />
      </div>
      <div className="grid content-start gap-4">
        <AirLeft
          vehicle={vehicle}
          change={change}
          onSet={(corner, value) => set('airShare', corner, value)}
        />
        <LoadAdded change={change} onSet={(corner, value) => set('payloadN', corner, value)} />
        <Slider
          label="Air at"
          min={-30}
          max={50}
          step={1}
          value={change.temperatureC}
          shown={`${formatQuantity(change.temperatureC, 'temperature', units)} ${UNIT_LABEL[units.temperature]}`}
          onSlide={(temperatureC) => setChange({ ...change, temperatureC })}
        />
        <Button className="w-fit" onClick={() => setChange(AS_DESIGNED)}>
          As designed
        </Button>
        <SaveToJob
          title="Stance"
          lines={[
            `${type.name}, air left ` +
              `${WALK.map((corner) => `${corner} ${Math.round(change.airShare[corner] * 100)}\u00a0%`).join(', ')}; ` +
              'load added ' +
              `${WALK.map((corner) => `${corner} ${change.payloadN[corner]}`).join(', ')} N.`,
            'It rests at ' +
              `${WALK.map((corner) => `${corner} ${formatQuantity(heightMm[corner], 'height', units)}`).join(', ')} ` +
              `${UNIT_LABEL[units.length]}.`,
          ]}
        />
        <Note
          formula="Forces and moments balance: a stiff body on four springs and four tyres, pV = nT in each spring."
          limits="The module is off: nothing levels. At rest, on flat ground; areas constant, no friction."
        />
      </div>
    </div>
  )
}
