import { usualArchitecture } from '../../base/vehicle/index.ts'
import { describe, expect, test } from 'vitest'
import type { Architecture } from '../../base/vehicle/index.ts'
import { diagnose, knowledgeOf, SHIPPED_BOOK } from './index.ts'

const struts: Architecture = usualArchitecture({
  air: { front: 'strut', rear: 'strut' },
  reservoir: true,
  pressureSensor: 'gallery',
  damping: { front: 'continuous', rear: 'continuous' },
  parked: { policy: 'settleAxle', checksAfterH: [2] },
  doorInhibit: true,
})
const LAYOUTS: readonly (readonly [string, Architecture, sensor: string])[] = [
  ['four struts, open', struts, 'RL'],
  [
    'a reservoir that keeps its air',
    { ...struts, layout: 'closed', valves: 'perAxle', sensors: { front: 'one', rear: 'one' } },
    'rear',
  ],
  [
    'rear only',
    {
      ...struts,
      air: { front: 'none', rear: 'bellows' },
      reservoir: false,
      valves: 'perSpring',
      sensors: { front: 'none', rear: 'one' },
      damping: { front: 'plain', rear: 'plain' },
      pressureSensor: 'none',
      doorInhibit: false,
    },
    'rear',
  ],
]
type Found = Readonly<Record<string, string>>
const MOST = 16

/**
 * Does what is advised, and nothing else.
 * @param truth what checks show on this car; all others are quiet.
 * @returns the repair advised
 */
function follow(architecture: Architecture, told: Found, truth: Found): string {
  const known = knowledgeOf(SHIPPED_BOOK, architecture)
  const evidence = Object.entries(told)
    .filter(([check]) => known.checkOf.has(check))
    .map(([check, outcome]) => ({ check, outcome }))
  for (let done = 0; done < MOST; done += 1) {
    const answer = diagnose(known, evidence)
    if (!answer.ok) throw new Error(answer.error.code)
    const { kind, id } = answer.value.recommend
    if (kind === 'repair') return id
    evidence.push({ check: id, outcome: truth[id] ?? known.checkOf.get(id)!.check.outcomes[0]!.id })
  }
  throw new Error('Still checking.')
}

const HOURS = { overnight: 'no', sometimes: 'no', whenLoaded: 'no' }
const SIGNS = {
  hiss: 'no',
  slowRise: 'no',
  pumpOften: 'no',
  pumpNever: 'no',
  message: 'no',
  afterRepair: 'no',
  pumpReplaced: 'no',
}

describe.each(LAYOUTS)('the advice on %s', (_, architecture, sensor) => {
  test('a leaking spring whose other side the module lets down with it', () =>
    expect(
      follow(
        architecture,
        { ...HOURS, overnight: 'yes', saysLow: 'RL+RR' },
        {
          watch: 'RL',
          parkedLow: 'RL+RR',
          'soapSpring.RL': 'bubbles',
          'folds.RL': 'cracked',
          'shopAir.RL': 'falls',
        },
      ),
    ).toBe('springLeak.RL'))
  test('a pump worn out behind a slow leak: both, not the pump alone', () =>
    expect(
      follow(
        architecture,
        { ...SIGNS, slowRise: 'yes', pumpOften: 'yes' },
        {
          saysLow: 'RL',
          overnight: 'yes',
          watch: 'RL',
          parkedLow: 'RL',
          'soapSpring.RL': 'bubbles',
          'folds.RL': 'cracked',
          'shopAir.RL': 'falls',
          rises: 'slowly',
          pumpTest: 'weak',
        },
      ),
    ).toBe('leakAndPump.RL'))
  test('a bent link that keeps the car low on healthy air', () =>
    expect(
      follow(
        architecture,
        { saysLow: 'RL', standsLow: sensor === 'RL' ? 'RL' : 'RL+RR' },
        { agrees: sensor, parkedLow: 'RL', [`linkLook.${sensor}`]: 'bent' },
      ),
    ).toBe(`linkBent.${sensor}`))
  test('a car that sometimes sinks, and holds all night with its supply off', () =>
    expect(
      follow(
        architecture,
        { ...HOURS, sometimes: 'yes', saysLow: 'RL', watch: 'holds' },
        {
          command: 'command',
          message: 'yes',
          codes: 'sensor',
          codeSensor: sensor,
          sweep: `${sensor}:drops`,
          [`terminals.${sensor}`]: 'green',
          [`sensorVolts.${sensor}`]: 'signal',
        },
      ),
    ).toBe(`sensorTerminals.${sensor}`))
})
