import { faultsFor } from './model.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { DeviceStatus, Frame, StandInChange } from '@anklet/contract'
import type { Fault } from '@anklet/core/physics/simulation'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import { useStandIn } from '../../../client/devices.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { faultWords } from '@anklet/language/shop/devices'
import { Button, Tap } from '../../../kit/Button.tsx'
import { Notice } from '../../../kit/Notice.tsx'

type StandInNow = NonNullable<DeviceStatus['standInNow']>
type Change = ReturnType<typeof useStandIn>['mutate']

/** Key, supply, door, lift, clock and weather. */
function Surroundings({
  now,
  state,
  change,
}: {
  readonly now: StandInNow
  readonly state: NonNullable<Frame['module']>
  readonly change: Change
}): ReactNode {
  const flip = (key: string): void =>
    change(
      {
        key: { ignition: !state.ignition },
        supply: { supply: !state.supply },
        door: { doorOpen: !state.doorOpen },
      }[key] ?? {},
    )
  return (
    <>
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
        onTap={(lift) => change({ lift })}
        options={[
          { value: 'ground', words: 'On its wheels' },
          { value: 'standing', words: 'At standing height' },
          { value: 'hanging', words: 'Wheels hanging' },
        ]}
      />
      <Taps<number>
        legend="Its clock"
        chosen={[now.speed]}
        onTap={(speed) => change({ speed })}
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
        onTap={(temperatureC) => change({ temperatureC })}
        options={[-10, 2, 15, 30].map((value) => ({ value, words: `${value} °C` }))}
      />
    </>
  )
}

const GAUGES = [
  { gauge: 'heightGauge', words: 'Press height gauge', atCorner: true },
  { gauge: 'pressureGauge', words: 'Press pressure gauge', atCorner: true },
  { gauge: 'currentClamp', words: 'Press current clamp', atCorner: false },
] as const

/** Gauges pressed and load put on at a corner. */
function AtCorner({
  now,
  corner,
  change,
}: {
  readonly now: StandInNow
  readonly corner: Corner
  readonly change: Change
}): ReactNode {
  const load = now.payloadN[corner] ?? 0
  return (
    <div className="flex flex-wrap gap-2">
      {GAUGES.map(({ gauge, words, atCorner }) => (
        <Button
          key={gauge}
          onClick={() => change({ press: { gauge, corner: atCorner ? corner : null } })}
        >
          {words}
        </Button>
      ))}
      <Tap
        on={load !== 0}
        onClick={() => change({ payloadN: { ...now.payloadN, [corner]: load === 0 ? 900 : 0 } })}
      >
        900 N over it
      </Tap>
    </div>
  )
}

/** What is wrong with the stand-in. */
function Faults({
  now,
  choices,
  change,
}: {
  readonly now: StandInNow
  readonly choices: readonly Fault[]
  readonly change: Change
}): ReactNode {
  const faults = now.faults
  const same = (a: Fault, b: Fault): boolean => JSON.stringify(a) === JSON.stringify(b)
  const has = (fault: Fault): boolean => faults.some((each) => same(each, fault))
  return (
    <>
      <Taps<string>
        legend="What is wrong with it"
        chosen={choices.filter(has).map(faultWords)}
        onTap={(words) => {
          const fault = choices.find((each) => faultWords(each) === words)!
          change({
            faults: has(fault) ? faults.filter((each) => !same(each, fault)) : [...faults, fault],
          })
        }}
        options={choices.map((fault) => ({ value: faultWords(fault), words: faultWords(fault) }))}
      />
      {faults.length > 0 && <Notice kind="wait">Now: {faults.map(faultWords).join('; ')}.</Notice>}
    </>
  )
}

/**
 * What only somebody at a real car could do, done to a stand-in: key, doors, load, weather, a
 * fault, its clock, a gauge's button.
 */
export function AtTheCar({
  status,
  frame,
  architecture,
}: {
  readonly status: DeviceStatus
  readonly frame: Frame | undefined
  readonly architecture: Architecture
}): ReactNode {
  const { mutate: change, error } = useStandIn(status.identity.id)
  const [corner, setCorner] = useState<Corner>('RL')
  const now = status.standInNow
  const state = frame?.module
  if (!now || !state) return <p className="text-ink-2">The stand-in wakes …</p>
  return (
    <section aria-label="At the car" className="grid gap-4">
      <Surroundings now={now} state={state} change={change} />
      <Taps<Corner>
        legend="A corner"
        chosen={[corner]}
        onTap={setCorner}
        options={WALK.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
      />
      <AtCorner now={now} corner={corner} change={change} />
      <Faults now={now} choices={faultsFor(architecture, corner)} change={change} />
      <Button className="justify-self-start" onClick={() => change({ afresh: true })}>
        Begin afresh: sound and level
      </Button>
      <RefusalOf asked={{ error }} />
    </section>
  )
}
