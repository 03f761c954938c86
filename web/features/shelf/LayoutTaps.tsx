import { Spoken } from '../../kit/Spoken.tsx'
import { figureUnit } from '@anklet/core/base/units'
import { UnitInput } from '../../client/form/UnitInput.tsx'
import { useUnits } from '../../client/queries.ts'
import type { Architecture, Axle } from '@anklet/core/base/vehicle'
import { Plus, X } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { parseNumber, shownAs } from '../../kit/typed.ts'
import { capital } from '@anklet/language/plain/corners'
import { Button } from '../../kit/Button.tsx'
import { Input } from '../../kit/Field.tsx'

interface LayoutProps {
  readonly architecture: Architecture
  onChange(architecture: Architecture): void
}

const AIR = [
  { value: 'none', words: 'Coil, no air' },
  { value: 'bellows', words: 'Bellows alone' },
  { value: 'bellowsOnDamper', words: 'Bellows on the damper' },
  { value: 'strut', words: 'Air strut' },
  { value: 'airDamper', words: 'Air damper beside a coil' },
] as const
const SENSORS = [
  { value: 'each', words: 'One per wheel' },
  { value: 'one', words: 'One for the axle' },
  { value: 'none', words: 'None' },
] as const
const DAMPING = [
  { value: 'plain', words: 'Plain' },
  { value: 'switched', words: 'Switched' },
  { value: 'continuous', words: 'Continuous' },
] as const
const PARKED = [
  { value: 'none', words: 'Does nothing' },
  { value: 'settleAxle', words: 'Settles an axle to its low corner' },
  { value: 'settleVehicle', words: 'Settles the whole car' },
  { value: 'refill', words: 'Pumps back up' },
] as const

const TRAITS = [
  { key: 'reservoir', words: 'Reservoir' },
  { key: 'matchOnFault', words: 'Lets the sound side down to match a failed one' },
  { key: 'doorInhibit', words: 'Does not level with a door open' },
  { key: 'cutOffSwitch', words: 'Cut-off switch' },
] as const

function Levels({ architecture, onChange }: LayoutProps): ReactNode {
  const [name, setName] = useState('')
  const [offset, setOffset] = useState('')
  const { levels } = architecture
  const { label: unit, perStored } = figureUnit('mm', useUnits())
  const offsetMm = parseNumber(offset)
  const ready =
    name.trim() !== '' &&
    offsetMm !== null &&
    Math.abs(offsetMm) <= 300 &&
    levels.length < 8 &&
    !levels.some(({ id }) => id === name.trim())
  const add = (): void => {
    if (!ready || offsetMm === null) return
    onChange({
      ...architecture,
      levels: [...levels, { id: name.trim(), offsetMm }].sort((a, b) => a.offsetMm - b.offsetMm),
    })
    setName('')
    setOffset('')
  }
  return (
    <fieldset>
      <legend className="label">Levels it can stand at, {unit} over design height</legend>
      <ul className="mb-2 flex flex-wrap gap-2">
        {levels.map(({ id, offsetMm: mm }) => (
          <li key={id} className="sheet flex items-center gap-2 pl-3 font-medium">
            {capital(id)} {mm > 0 ? '+' : ''}
            {shownAs(String(mm), perStored)}
            <Button
              look="bare"
              className="grid min-h-touch min-w-touch place-items-center"
              disabled={levels.length === 1}
              onClick={() =>
                onChange({ ...architecture, levels: levels.filter((level) => level.id !== id) })
              }
              aria-label={`Take level ${id} out`}
            >
              <X size={16} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      {levels.length === 1 && (
        <p className="pb-2 text-small text-ink-2">
          With a single level nothing of its work asks for another, and no switch is cycled.
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Input
          className="max-w-[180px]"
          maxLength={24}
          placeholder="name"
          aria-label="Name of another level"
          value={name}
          onText={setName}
        />
        <UnitInput
          unit="mm"
          className="max-w-[110px]"
          inputMode="text"
          maxLength={8}
          placeholder={unit}
          aria-label={`Height of that level over design height, ${unit}`}
          value={offset}
          onText={setOffset}
        />
        <Button disabled={!ready} onClick={add}>
          <Plus size={18} aria-hidden />
          Add level
        </Button>
      </div>
    </fieldset>
  )
}

type Set = (change: Partial<Architecture>) => void

/** Sets what one axle has. */
const axleSetter =
  (architecture: Architecture, set: Set) =>
  <Key extends 'air' | 'sensors' | 'damping'>(key: Key, which: Axle) =>
  (value: Architecture[Key][Axle]) =>
    set({ [key]: { ...architecture[key], [which]: value } })

/** Sensors, dampers and the lifting mode. */
function SensorTaps({
  architecture,
  set,
  axle,
}: {
  readonly architecture: Architecture
  readonly set: Set
  readonly axle: ReturnType<typeof axleSetter>
}): ReactNode {
  return (
    <>
      <Taps
        legend="Height sensors, front"
        options={SENSORS}
        chosen={[architecture.sensors.front]}
        onTap={axle('sensors', 'front')}
      />
      <Taps
        legend="Height sensors, rear"
        options={SENSORS}
        chosen={[architecture.sensors.rear]}
        onTap={axle('sensors', 'rear')}
      />
      <Taps
        legend="Sensor mounts"
        options={[
          { value: 'fixed', words: 'Fixed' },
          { value: 'adjustable', words: 'Adjustable' },
        ]}
        chosen={[architecture.sensorMount]}
        onTap={(sensorMount) => set({ sensorMount })}
      />
      <Taps
        legend="Pressure sensor"
        options={[
          { value: 'none', words: 'None' },
          { value: 'gallery', words: 'In the gallery' },
        ]}
        chosen={[architecture.pressureSensor]}
        onTap={(pressureSensor) => set({ pressureSensor })}
      />
      <Taps
        legend="Dampers, front"
        options={DAMPING}
        chosen={[architecture.damping.front]}
        onTap={axle('damping', 'front')}
      />
      <Taps
        legend="Dampers, rear"
        options={DAMPING}
        chosen={[architecture.damping.rear]}
        onTap={axle('damping', 'rear')}
      />
      <Taps
        legend="Lifting mode"
        options={[
          { value: 'none', words: 'None' },
          { value: 'menu', words: 'In a menu' },
          { value: 'switch', words: 'By a switch' },
        ]}
        chosen={[architecture.liftingMode]}
        onTap={(liftingMode) => set({ liftingMode })}
      />
    </>
  )
}

/** How the air suspension of a type is laid out, in taps. */
export function LayoutTaps({ architecture, onChange }: LayoutProps): ReactNode {
  const set = (change: Partial<Architecture>): void => onChange({ ...architecture, ...change })
  const axle = axleSetter(architecture, set)
  return (
    <section className="grid gap-2">
      <h2>How it is laid out</h2>
      <Taps
        legend="Front axle springs"
        options={AIR}
        chosen={[architecture.air.front]}
        onTap={axle('air', 'front')}
      />
      <Taps
        legend="Rear axle springs"
        options={AIR}
        chosen={[architecture.air.rear]}
        onTap={axle('air', 'rear')}
      />
      <div className="flex flex-wrap gap-x-8 gap-y-4">
        <Taps
          legend={<Spoken>Air: vents outside, or a closed system</Spoken>}
          options={[
            { value: 'open', words: 'Open, vents outside' },
            { value: 'closed', words: 'Closed, shuttles' },
          ]}
          chosen={[architecture.layout]}
          onTap={(layout) => set({ layout })}
        />
        <Taps
          legend="Valves"
          options={[
            { value: 'oneBlock', words: 'One block' },
            { value: 'perAxle', words: 'A block per axle' },
            { value: 'perSpring', words: 'In each spring' },
          ]}
          chosen={[architecture.valves]}
          onTap={(valves) => set({ valves })}
        />
        <Taps
          legend={<Spoken>Cross valve joins left and right</Spoken>}
          options={[
            { value: 'front', words: 'Front' },
            { value: 'rear', words: 'Rear' },
          ]}
          chosen={(['front', 'rear'] as const).filter((which) => architecture.crossValve[which])}
          onTap={(which) =>
            set({
              crossValve: { ...architecture.crossValve, [which]: !architecture.crossValve[which] },
            })
          }
        />
        <SensorTaps architecture={architecture} set={set} axle={axle} />
      </div>
      <Taps
        legend="Parked, its module"
        options={PARKED}
        chosen={[architecture.parked.policy]}
        onTap={(policy) => set({ parked: { ...architecture.parked, policy } })}
      />
      <Taps
        legend="It has"
        options={TRAITS.map(({ key, words }) => ({ value: key, words }))}
        chosen={TRAITS.map(({ key }) => key).filter((key) => architecture[key])}
        onTap={(key) => set({ [key]: !architecture[key] })}
      />
      <Levels architecture={architecture} onChange={onChange} />
    </section>
  )
}
