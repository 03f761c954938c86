import type { DeviceStatus, Frame, StandInChange } from '@anklet/contract'
import type { Fault } from '@anklet/core/simulation'
import type { Architecture, Corner } from '@anklet/core/vehicle'
import { axleMate, hasAirAtCorner, WALK } from '@anklet/core/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../parts/Taps.tsx'
import { sentenceOf } from '../../data/api.ts'
import { useStandIn } from '../../data/devices.ts'
import { capital, CORNER_WORDS } from '../../words/corners.ts'
import { faultWords } from '../../words/devices.ts'

/** Conductance of a leak that takes a corner down in a night, L/(s.bar). */
const NIGHT_LEAK = 1.2e-5

function faultsFor(architecture: Architecture, corner: Corner): Fault[] {
  const other = axleMate(corner)
  return [
    ...(hasAirAtCorner(architecture, corner)
      ? ([
          { kind: 'springLeak', corner, conductance: NIGHT_LEAK },
          { kind: 'stuckShut', valve: corner },
          { kind: 'crossedLines', corners: [corner, other] },
          { kind: 'blockedLine', corner, share: 0.02 },
        ] satisfies Fault[])
      : []),
    { kind: 'sensorOffset', corner, mm: 15 },
    { kind: 'sensorOpen', corner },
    { kind: 'sensorLoose', corner },
    { kind: 'crossedSensors', corners: [corner, other] },
    { kind: 'weakPump', share: 0.6 },
    { kind: 'hotPump', factor: 8 },
    { kind: 'relayDead' },
    { kind: 'relayWelded' },
    { kind: 'dryer', share: 0.2 },
    { kind: 'dryerWet' },
    { kind: 'supplyMissing' },
    { kind: 'wrongCalibration', mm: 12 },
  ]
}

/** What only somebody at a real car could do, done to a stand-in: key, doors, load, weather, a fault, its clock, a gauge's button. */
export function AtTheCar({
  status,
  frame,
  architecture,
}: {
  readonly status: DeviceStatus
  readonly frame: Frame | undefined
  readonly architecture: Architecture
}): ReactNode {
  const change = useStandIn(status.identity.id)
  const [corner, setCorner] = useState<Corner>('RL')
  const now = status.standInNow
  const state = frame?.module
  if (!now || !state) return <p className="text-ink-2">The stand-in wakes …</p>
  const faults = now.faults as readonly Fault[]
  const has = (fault: Fault): boolean =>
    faults.some((each) => JSON.stringify(each) === JSON.stringify(fault))
  const choices = faultsFor(architecture, corner)
  const load = now.payloadN[corner] ?? 0
  const flip = (key: string): void =>
    change.mutate(
      {
        key: { ignition: !state.ignition },
        supply: { supply: !state.supply },
        door: { doorOpen: !state.doorOpen },
      }[key] ?? {},
    )
  return (
    <section aria-label="At the car" className="grid gap-4">
      <Taps<string>
        legend="Key, supply, door"
        chosen={[
          ...(state.ignition ? ['key'] : []),
          ...(state.supply ? ['supply'] : []),
          ...(state.doorOpen ? ['door'] : []),
        ]}
        onTap={flip}
        options={[
          { value: 'key', words: 'Ignition on' },
          { value: 'supply', words: 'Supply in' },
          { value: 'door', words: 'Door open' },
        ]}
      />
      <Taps<NonNullable<StandInChange['lift']>>
        legend="The lift"
        chosen={[now.lift]}
        onTap={(lift) => change.mutate({ lift })}
        options={[
          { value: 'ground', words: 'On its wheels' },
          { value: 'standing', words: 'At standing height' },
          { value: 'hanging', words: 'Wheels hanging' },
        ]}
      />
      <Taps<number>
        legend="Its clock"
        chosen={[now.speed]}
        onTap={(speed) => change.mutate({ speed })}
        options={[
          { value: 1, words: 'as ours' },
          { value: 10, words: '10 times' },
          { value: 60, words: 'a minute a second' },
          { value: 600, words: '10 minutes a second' },
        ]}
      />
      <Taps<number>
        legend="The day"
        chosen={[now.temperatureC]}
        onTap={(temperatureC) => change.mutate({ temperatureC })}
        options={[-10, 2, 15, 30].map((value) => ({ value, words: `${value} °C` }))}
      />
      <Taps<Corner>
        legend="A corner"
        chosen={[corner]}
        onTap={setCorner}
        options={WALK.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
      />
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn"
          onClick={() => change.mutate({ press: { gauge: 'heightGauge', corner } })}
        >
          Press height gauge
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => change.mutate({ press: { gauge: 'pressureGauge', corner } })}
        >
          Press pressure gauge
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => change.mutate({ press: { gauge: 'currentClamp', corner: null } })}
        >
          Press current clamp
        </button>
        <button
          type="button"
          className="tap"
          data-on={load !== 0}
          aria-pressed={load !== 0}
          onClick={() =>
            change.mutate({ payloadN: { ...now.payloadN, [corner]: load === 0 ? 900 : 0 } })
          }
        >
          900 N over it
        </button>
      </div>
      <Taps<string>
        legend="What is wrong with it"
        chosen={choices.filter(has).map(faultWords)}
        onTap={(words) => {
          const fault = choices.find((each) => faultWords(each) === words)!
          change.mutate({
            faults: (has(fault)
              ? faults.filter((each) => JSON.stringify(each) !== JSON.stringify(fault))
              : [...faults, fault]) as never,
          })
        }}
        options={choices.map((fault) => ({ value: faultWords(fault), words: faultWords(fault) }))}
      />
      {faults.length > 0 && <p className="hint">Now: {faults.map(faultWords).join('; ')}.</p>}
      <button
        type="button"
        className="btn justify-self-start"
        onClick={() => change.mutate({ afresh: true })}
      >
        Begin afresh: sound and level
      </button>
      {change.error && (
        <p className="wrong" role="alert">
          {sentenceOf(change.error)}
        </p>
      )}
    </section>
  )
}
