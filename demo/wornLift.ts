import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'
import type { Happening, SimSample } from '@anklet/core/physics/simulation'
import { levelledState, simulate, usualMachine } from '@anklet/core/physics/simulation'
import { completeGeometry, WALK } from '@anklet/core/base/vehicle'
import { GALLERY_CHANNEL, PUMP_CHANNELS } from '@anklet/language/shop/channels'
import type { ScenarioJob } from './scenario.ts'
import { typeOf, CORNER_PLACES } from './nights.ts'

/** What the module tells of the corners. */
const HEIGHTS = WALK.map((corner) => ({
  id: `height.${corner}`,
  corner,
  place: `${CORNER_PLACES[corner]} sensor`,
  kind: 'height' as const,
  unit: 'mm' as const,
  ...CHANNEL_LIMITS.height,
}))
/** What it tells besides. */
const OTHERS = [GALLERY_CHANNEL, ...PUMP_CHANNELS]

/** A lift of a forestry 4x4 whose pump is worn, as its module told it: the tank isolated, one value a second. */
export function wornLift(): { file: object; checks: NonNullable<ScenarioJob['checks']> } {
  const { geometry, architecture } = typeOf('tolmark-uvren')
  const machine = usualMachine(completeGeometry(geometry), architecture, {
    reservoirL: 0,
    supplyV: 13.4,
  })
  const state = levelledState(machine, 'road', 6)
  if (!state.ok) throw new Error(state.error.code)
  const happenings: Happening[] = [
    { atS: 0, do: 'ignitionOn' },
    { atS: 6, do: 'level', levelId: 'track' },
  ]
  const { samples } = simulate({
    machine,
    state: state.value,
    faults: [{ kind: 'weakPump', share: 0.55 }],
    happenings,
    untilS: 130,
    sampleEveryS: 1,
    temperatureC: () => 6,
  })
  const round = (value: number, places: number): number =>
    Math.round(value * 10 ** places) / 10 ** places
  const column = (of: (sample: SimSample) => number, places = 1): number[] =>
    samples.map((sample) => round(of(sample), places))
  const trace = {
    atS: column(({ timeS }) => timeS),
    marks: [{ atS: 6, words: 'asked: raise' }],
    values: {
      ...Object.fromEntries(
        WALK.map((corner) => [`height.${corner}`, column(({ shownMm }) => shownMm[corner])]),
      ),
      gallery: column(({ galleryBarG }) => galleryBarG, 2),
      pump: column(({ pumpC }) => pumpC),
      runs: column(({ pumpOn }) => (pumpOn ? 1 : 0)),
    },
  }
  const checks: NonNullable<ScenarioJob['checks']> = [
    {
      agoH: 4.1,
      kind: 'relay',
      corner: null,
      verdict: 'good',
      sentence: 'Relay and pump do as they are told.',
      lines: ['At rest 0 A.', 'Asked 17.5 A.', 'The relay clicks.'],
      speaksFor: 'a sound relay, fuse and wiring',
    },
    {
      agoH: 3.8,
      kind: 'lift',
      corner: null,
      verdict: 'doubtful',
      sentence: 'The lift is slow. Pump or leak: test the pump dead-ended to tell them apart.',
      lines: ['Timed by the link, tank isolated.'],
      speaksFor: 'a weak pump, a leak while lifting',
    },
  ]
  return {
    file: {
      title: 'Lift to track, tank isolated',
      deviceName: 'Link of MW 9 T',
      channels: [...HEIGHTS, ...OTHERS],
      trace,
    },
    checks,
  }
}
