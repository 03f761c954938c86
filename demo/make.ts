// Writes scenario/jobs.json: the stories below, with readings from our own forecast plus the noise
// of a tape. Run: tsx demo/make.ts
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { format } from 'prettier'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type { Finding } from '@anklet/contract'
import { airBetween } from '@anklet/core/compressor'
import { CHANNEL_LIMITS } from '@anklet/core/guided'
import { forecast } from '@anklet/core/leakdown'
import { normal, seeded } from '@anklet/core/random'
import type { Happening, Machine, SimSample } from '@anklet/core/simulation'
import { levelledState, simulate, usualMachine } from '@anklet/core/simulation'
import type { Corner, VehicleGeometry } from '@anklet/core/vehicle'
import { completeGeometry, WALK } from '@anklet/core/vehicle'
import type { ScenarioJob, ScenarioRound } from './scenario.ts'

const folder = fileURLToPath(new URL('scenario', import.meta.url))
interface ScenarioType {
  geometry: VehicleGeometry
  architecture: Machine['architecture']
}
const typeOf = (name: string): ScenarioType =>
  JSON.parse(readFileSync(join(folder, 'vehicle-types', `${name}.json`), 'utf8')) as ScenarioType

const random = seeded(20261124)
const CORNER_PLACES: Readonly<Record<Corner, string>> = {
  FL: 'front left',
  FR: 'front right',
  RL: 'rear left',
  RR: 'rear right',
}
const TAPE_MM = 1.2
const BUSHES_MM = 1.5

type Lap = ScenarioRound['laps'][number]

interface Night {
  readonly type: string
  readonly level: string
  readonly startC: number
  readonly endC: number
  readonly hours: number
  readonly leaks: Partial<Record<Corner, number>>
  /** When the evening round ended, hours before now. */
  readonly eveningAgoH: number
}

const half = (value: number): number => Math.round(value * 2) / 2

function walk(
  heights: Record<Corner, number>,
  level: string,
  temperatureC: number,
  endedAgoH: number,
): ScenarioRound {
  const bushes = Object.fromEntries(
    WALK.map((corner) => [corner, normal(random) * BUSHES_MM]),
  ) as Record<Corner, number>
  const read = (corner: Corner): number =>
    half(heights[corner] + bushes[corner] + normal(random) * TAPE_MM)
  const lap = (order: readonly Corner[]): Lap => {
    const mm = Object.fromEntries(order.map((corner) => [corner, read(corner)])) as Record<
      Corner,
      number
    >
    return [mm.FL, mm.FR, mm.RR, mm.RL]
  }
  return {
    level,
    temperatureC,
    thermometer: 'atSprings',
    rolledAndBounced: true,
    endedAgoH,
    laps: [lap(WALK), lap(WALK.toReversed())],
  }
}

function night({ type, level, startC, endC, hours, leaks, eveningAgoH }: Night): {
  evening: ScenarioRound
  morning: ScenarioRound
} {
  const { geometry, architecture } = typeOf(type)
  const levelOffsetMm = architecture.levels.find(({ id }) => id === level)!.offsetMm
  const run = forecast({
    vehicle: geometry,
    startC,
    endC,
    hours,
    leaks,
    sampleHours: [0, hours],
    levelOffsetMm,
  })
  if (!run.ok) throw new Error(`${type}: ${run.error.code}`)
  const [before, after] = run.value
  return {
    evening: walk(before!.heightMm, level, startC, eveningAgoH),
    morning: walk(after!.heightMm, level, endC, eveningAgoH - hours),
  }
}

function standing(
  type: string,
  offsets: Partial<Record<Corner, number>>,
  temperatureC: number,
  endedAgoH: number,
): ScenarioRound {
  const { corners } = typeOf(type).geometry
  const heights = Object.fromEntries(
    WALK.map((corner) => [corner, corners[corner].designHeightMm + (offsets[corner] ?? 0)]),
  ) as Record<Corner, number>
  return walk(heights, 'road', temperatureC, endedAgoH)
}

const rescue = night({
  type: 'tolmark-uvren',
  level: 'track',
  startC: 9,
  endC: -3,
  hours: 12.5,
  leaks: { FL: 1.1e-5 },
  eveningAgoH: 13.2,
})
const camper = night({
  type: 'brandle-ostry',
  level: 'raised',
  startC: 11,
  endC: 3,
  hours: 12,
  leaks: { RL: 1.3e-5 },
  eveningAgoH: 13.5,
})
const cold = night({
  type: 'ilveston-corrin',
  level: 'raised',
  startC: 12,
  endC: -6,
  hours: 14,
  leaks: {},
  eveningAgoH: 16,
})
const ambulance = night({
  type: 'orvane-taskel',
  level: 'ramp',
  startC: 10,
  endC: 2,
  hours: 13,
  leaks: { RR: 2.2e-5 },
  eveningAgoH: 40,
})
const october = night({
  type: 'tolmark-uvren',
  level: 'track',
  startC: 13,
  endC: 8,
  hours: 12,
  leaks: {},
  eveningAgoH: 900,
})
const tonight = night({
  type: 'ilveston-corrin',
  level: 'raised',
  startC: 8,
  endC: 1,
  hours: 11,
  leaks: { RL: 6e-6, RR: 6e-6 },
  eveningAgoH: 1.6,
})

const NO_WORDS = { where: [], when: [], signs: [], words: '' }
const DAY_H = 24

/** A visit of an earlier month: heights, and perhaps a night. */
interface Visit {
  readonly plate: string
  readonly type: string
  readonly daysAgo: number
  readonly by: string
  readonly complaint?: Partial<ScenarioJob['complaint']>
  readonly off?: Partial<Record<Corner, number>>
  readonly tempC: number
  readonly km: number
  readonly night?: Omit<Night, 'type' | 'eveningAgoH'> & { readonly finding: Finding }
  readonly repair?: ScenarioJob['repair']
  readonly charge?: NonNullable<ScenarioJob['charge']>
  readonly conclusion?: ScenarioJob['conclusion']
  readonly codes?: ScenarioJob['codes']
}

function visit({
  plate,
  type,
  daysAgo,
  by,
  complaint,
  off = {},
  tempC,
  km,
  night: watched,
  repair,
  charge,
  conclusion,
  codes,
}: Visit): ScenarioJob {
  const openedAgoH = daysAgo * DAY_H
  const arrival = {
    onStops: 'none',
    rises: 'yes',
    audible: false,
    tyreTouches: false,
    pumpRunsOn: false,
    speedLimited: false,
    sinks: null,
    emptySince: null,
    condition: [],
    foreignParts: '',
    odometerKm: km,
  } as const
  return {
    plate,
    openedAgoH,
    closedAgoH: openedAgoH - (watched ? 26 : 3),
    by,
    complaint: { ...NO_WORDS, ...complaint },
    arrival: { ...arrival, condition: [] },
    heights: [standing(type, off, tempC, openedAgoH - 1)],
    ...(watched
      ? {
          watch: {
            ...night({ ...watched, type, eveningAgoH: openedAgoH - 3 }),
            plannedHours: watched.hours,
            minutesSinceRun: 150,
            supplyCut: 'fuse' as const,
            undisturbed: true,
            finding: watched.finding,
          },
        }
      : {}),
    ...(repair ? { repair } : {}),
    ...(charge ? { charge } : {}),
    ...(conclusion ? { conclusion } : {}),
    ...(codes ? { codes } : {}),
  }
}

const proved = (
  cause: string,
  sentence: string,
  probability: number,
  ...stands: readonly string[]
): NonNullable<ScenarioJob['conclusion']> => ({ cause, sentence, probability, stands: [...stands] })
type Code = NonNullable<ScenarioJob['codes']>[number]['codes'][number]
const code = (
  number: string,
  status: Code['status'],
  words = '',
  freeze: Code['freeze'] = [],
): Code => ({ number, failureType: null, status, words, freeze })

const found = (best: string, probability: number, sentence: string) => ({
  kind: 'answer' as const,
  best,
  probability,
  sentence,
})
const tight = (sentence: string) => found('none', 0.9, sentence)

/** A closed system topped up: its tank of 5 litres, read and filled at such a temperature. */
const nitrogen = (
  beforeBarG: number,
  afterBarG: number,
  temperatureC: number,
): NonNullable<ScenarioJob['charge']> => ({
  gas: 'nitrogen',
  beforeBarG,
  afterBarG,
  temperatureC,
  addedBarL: Math.round(10 * airBetween(beforeBarG, afterBarG, 5, temperatureC)) / 10,
  words: '',
})

/** A year of visits. One leak, at the rear left of TQ 415, grows from visit to visit. */
function pastJobs(): ScenarioJob[] {
  const second = { plate: 'TQ 415', type: 'tolmark-uvren' } as const
  const growing = (
    daysAgo: number,
    leak: number,
    startC: number,
    endC: number,
    km: number,
    words: string,
    finding: ReturnType<typeof found>,
    by = 'J. Pellew',
  ) =>
    visit({
      ...second,
      daysAgo,
      by,
      tempC: startC,
      km,
      off: { RL: -2 - leak * 1e6 },
      complaint: { where: ['RL'], when: ['overnight'], words },
      night: { level: 'track', startC, endC, hours: 12, leaks: { RL: leak }, finding },
    })
  return [
    growing(
      331,
      1.2e-6,
      9,
      4,
      88_410,
      'A finger lower at the back left on some mornings.',
      tight('No leak worth finding.'),
    ),
    growing(
      243,
      2.6e-6,
      12,
      6,
      93_020,
      'Still a little low at the back left.',
      found('RL', 0.61, 'Rear left leaks: more likely than not.'),
    ),
    growing(
      129,
      5.4e-6,
      17,
      11,
      99_870,
      'Low at the back left after every night now.',
      found('RL', 0.84, 'Rear left leaks: likely.'),
      'M. Arundel',
    ),
    growing(
      34,
      1.05e-5,
      11,
      3,
      104_150,
      'Down at the back left by the morning; the spring is ordered.',
      found('RL', 0.95, 'Rear left leaks: sure, 95 % or more.'),
      'M. Arundel',
    ),
    visit({
      plate: 'TQ 101',
      type: 'orvane-taskel',
      daysAgo: 301,
      by: 'S. Okafor',
      tempC: 8,
      km: 141_200,
      off: { RL: -17 },
      complaint: { where: ['RL'], when: ['overnight'], words: 'Ramp tilts to the left.' },
      night: {
        level: 'ramp',
        startC: 8,
        endC: 3,
        hours: 12,
        leaks: { RL: 2e-5 },
        finding: found('RL', 0.95, 'Rear left leaks: sure, 95 % or more.'),
      },
      repair: { part: 'airSpring', corners: ['RL'], words: 'bellows, with new clips' },
      conclusion: proved(
        'springLeak.RL',
        'The rear left air spring leaks.',
        0.97,
        'Night with supply off: Rear left: falls',
        'Soap on the spring, rear left: Bubbles',
      ),
    }),
    visit({
      plate: 'TQ 101',
      type: 'orvane-taskel',
      daysAgo: 296,
      by: 'S. Okafor',
      tempC: 7,
      km: 141_260,
      complaint: { words: 'Check after the new bellows.' },
      night: {
        level: 'ramp',
        startC: 7,
        endC: 2,
        hours: 12,
        leaks: {},
        finding: tight('No leak worth finding.'),
      },
    }),
    visit({
      plate: 'TQ 102',
      type: 'orvane-taskel',
      daysAgo: 168,
      by: 'M. Arundel',
      tempC: 16,
      km: 118_900,
      off: { RL: -8, RR: 6 },
      complaint: { signs: ['message'], words: 'Message, and it leans a little.' },
      repair: { part: 'sensor', corners: ['RL'], words: 'link bent, replaced' },
      conclusion: proved(
        'linkBent.RL',
        'The link of the rear left height sensor is bent, loose or off.',
        0.93,
        'Tape and module: Rear left: differ',
      ),
      codes: [
        {
          agoH: 168 * DAY_H - 0.5,
          from: 'report',
          tool: 'report.txt',
          codes: [
            code('C3121', 'present', 'Ride height sensor, implausible', [
              { name: 'Odometer', value: '118 900 km' },
              { name: 'Supply', value: '12.4 V' },
            ]),
          ],
        },
      ],
    }),
    visit({
      plate: 'TQ 102',
      type: 'orvane-taskel',
      daysAgo: 12,
      by: 'M. Arundel',
      tempC: 9,
      km: 127_450,
      off: { RL: -11 },
      complaint: { where: ['RL'], when: ['overnight'], words: 'Slow to level in the morning.' },
      repair: { part: 'airSpring', corners: ['RL'], words: 'bellows' },
      conclusion: proved(
        'springLeak.RL',
        'The rear left air spring leaks.',
        0.95,
        'Soap on the spring, rear left: Bubbles',
      ),
      codes: [{ agoH: 12 * DAY_H - 0.5, from: 'link', tool: '', codes: [] }],
    }),
    visit({
      plate: 'TQ 233',
      type: 'ilveston-corrin',
      daysAgo: 205,
      by: 'J. Pellew',
      tempC: 14,
      km: 61_800,
      complaint: { words: 'Yearly look-over.' },
      charge: nitrogen(9.1, 13.6, 14),
    }),
    visit({
      plate: 'TQ 390',
      type: 'ilveston-corrin',
      daysAgo: 262,
      by: 'S. Okafor',
      tempC: 10,
      km: 77_300,
      off: { RL: -3, RR: -4 },
      complaint: { signs: ['pumpOften'], words: 'Pump runs at every start.' },
      repair: { part: 'compressor', corners: [], words: 'with its relay' },
      conclusion: proved('pumpWorn', 'The pump is worn.', 0.9, 'Pump into a shut volume: Weak'),
    }),
    visit({
      plate: 'TQ 390',
      type: 'ilveston-corrin',
      daysAgo: 77,
      by: 'S. Okafor',
      tempC: 15,
      km: 83_950,
      off: { RL: -5, RR: -6 },
      complaint: { when: ['hours'], words: 'Pump often again.' },
    }),
    visit({
      plate: 'TQ 418',
      type: 'tolmark-uvren',
      daysAgo: 190,
      by: 'M. Arundel',
      tempC: 18,
      km: 96_100,
      complaint: { words: 'Before the season.' },
    }),
    visit({
      plate: 'TQ 207',
      type: 'orvane-taskel',
      daysAgo: 151,
      by: 'S. Okafor',
      tempC: 17,
      km: 22_400,
      complaint: { words: 'New to the fleet: heights on record.' },
    }),
    visit({
      plate: 'TQ 311',
      type: 'ilveston-corrin',
      daysAgo: 118,
      by: 'J. Pellew',
      tempC: 16,
      km: 54_720,
      off: { FR: -13 },
      complaint: { where: ['FR'], when: ['sometimes'], words: 'Front right low now and then.' },
      night: {
        level: 'raised',
        startC: 16,
        endC: 9,
        hours: 13,
        leaks: {},
        finding: tight('No leak worth finding.'),
      },
    }),
    visit({
      plate: 'BN 4 R',
      type: 'brandle-ostry',
      daysAgo: 96,
      by: 'J. Pellew',
      tempC: 19,
      km: 131_900,
      off: { RR: -16 },
      complaint: {
        where: ['RR'],
        when: ['overnight', 'loaded'],
        words: 'Hangs to the right with the awning on.',
      },
      night: {
        level: 'raised',
        startC: 19,
        endC: 13,
        hours: 11,
        leaks: { RR: 1.6e-5 },
        finding: found('RR', 0.92, 'Rear right leaks: likely.'),
      },
      repair: { part: 'line', corners: ['RR'], words: 'chafed at the axle' },
    }),
    visit({
      plate: 'HL 250',
      type: 'brandle-ostry',
      daysAgo: 63,
      by: 'M. Arundel',
      tempC: 15,
      km: 48_300,
      complaint: { words: 'Heights before the coach work.' },
    }),
    visit({
      plate: 'MW 9 T',
      type: 'tolmark-uvren',
      daysAgo: 51,
      by: 'S. Okafor',
      tempC: 12,
      km: 155_600,
      off: { FL: -4, FR: -3, RL: -5, RR: -4 },
      complaint: { words: 'Sits a little low all round: lowered links found and taken out.' },
      conclusion: proved(
        'lowered',
        'The car was lowered by its links.',
        0.94,
        'Even, all round: Low by the same',
      ),
    }),
  ]
}

const jobs: ScenarioJob[] = [
  {
    plate: 'TQ 418',
    openedAgoH: 910,
    closedAgoH: 880,
    by: 'J. Pellew',
    complaint: {
      where: [],
      when: ['overnight'],
      signs: [],
      words: 'Wants it looked over before the winter.',
    },
    heights: [standing('tolmark-uvren', { FL: -2, RL: 1 }, 14, 905)],
    watch: {
      ...october,
      plannedHours: 12,
      minutesSinceRun: 180,
      supplyCut: 'fuse',
      undisturbed: true,
    },
  },
  {
    plate: 'TQ 418',
    openedAgoH: 15,
    by: 'M. Arundel',
    complaint: {
      where: ['FL', 'FR'],
      when: ['overnight'],
      signs: ['slowRise', 'pumpOften'],
      words: 'Down at the front every morning since the frost.',
    },
    heights: [standing('tolmark-uvren', { FL: -34, FR: -6, RL: -4, RR: 5 }, 9, 14.6)],
    watch: { evening: rescue.evening, plannedHours: 12.5, minutesSinceRun: 130, supplyCut: 'fuse' },
  },
  {
    plate: 'VS 77 K',
    openedAgoH: 15,
    by: 'J. Pellew',
    complaint: {
      where: ['RL', 'RR'],
      when: ['overnight', 'loaded'],
      signs: ['pumpOften'],
      words: 'Leans and drags its tail when the tank is full.',
    },
    heights: [standing('brandle-ostry', { RL: -14, RR: -3 }, 11, 14.5)],
    watch: {
      ...camper,
      plannedHours: 12,
      minutesSinceRun: 150,
      supplyCut: 'battery',
      undisturbed: true,
    },
  },
  {
    charge: nitrogen(11.4, 13.9, 9),
    plate: 'TQ 233',
    openedAgoH: 18,
    by: 'M. Arundel',
    complaint: {
      where: ['FL', 'FR', 'RL', 'RR'],
      when: ['overnight'],
      signs: [],
      words: 'Looks low on frosty mornings, comes up at once.',
    },
    heights: [standing('ilveston-corrin', { FL: 1, RR: -2 }, 13, 17)],
    watch: {
      ...cold,
      plannedHours: 14,
      minutesSinceRun: 240,
      supplyCut: 'fuse',
      undisturbed: true,
    },
  },
  {
    plate: 'TQ 101',
    openedAgoH: 43,
    by: 'S. Okafor',
    complaint: {
      where: ['RR'],
      when: ['overnight'],
      signs: ['message'],
      words: 'Ramp does not meet the kerb in the morning.',
    },
    heights: [standing('orvane-taskel', { RR: -21, RL: -4 }, 10, 42)],
    watch: {
      ...ambulance,
      plannedHours: 13,
      minutesSinceRun: 140,
      supplyCut: 'cutOffSwitch',
      undisturbed: true,
      finding: {
        kind: 'answer',
        best: 'RR',
        probability: 0.95,
        sentence: 'Rear right leaks, 95 % or more.',
      },
    },
  },
  {
    plate: 'TQ 390',
    openedAgoH: 3,
    by: 'S. Okafor',
    complaint: {
      where: ['RL', 'RR'],
      when: ['hours'],
      signs: ['hiss'],
      words: 'Tail sinks on the quay while waiting for the ferry.',
    },
    heights: [standing('ilveston-corrin', { RL: -9, RR: -11 }, 9, 2.4)],
    watch: { evening: tonight.evening, plannedHours: 11, minutesSinceRun: 60, supplyCut: 'fuse' },
  },
  {
    plate: 'TQ 102',
    openedAgoH: 1.2,
    by: 'M. Arundel',
    complaint: {
      where: ['RL'],
      when: ['sometimes'],
      signs: ['message', 'afterRepair'],
      words: 'Warning came back a week after the new bellows.',
    },
    heights: [],
  },
]

/** A lift of a forestry 4x4 whose pump is worn, as its module told it: the tank isolated, one value a second. */
function wornLift(): { file: object; checks: NonNullable<ScenarioJob['checks']> } {
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
  const heights = WALK.map((corner) => ({
    id: `height.${corner}`,
    corner,
    place: `${CORNER_PLACES[corner]} sensor`,
    kind: 'height' as const,
    unit: 'mm' as const,
    ...CHANNEL_LIMITS.height,
  }))
  const others = [
    {
      id: 'gallery',
      corner: null,
      place: 'gallery of the valve block',
      kind: 'pressure' as const,
      unit: 'bar' as const,
      ...CHANNEL_LIMITS.pressure,
    },
    {
      id: 'pump',
      corner: null,
      place: 'pump, by its own sensor',
      kind: 'temperature' as const,
      unit: 'degC' as const,
      ...CHANNEL_LIMITS.temperature,
    },
    {
      id: 'runs',
      corner: null,
      place: 'pump, as the module commands it',
      kind: 'state' as const,
      unit: '0 or 1' as const,
      ...CHANNEL_LIMITS.state,
    },
  ]
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
      channels: [...heights, ...others],
      trace,
    },
    checks,
  }
}

/** Writes a file of the scenario as the formatter would leave it. */
async function write(name: string, content: unknown): Promise<void> {
  const text = await format(JSON.stringify(content), { parser: 'json', printWidth: 100 })
  writeFileSync(join(folder, name), text)
}

async function atThePump(): Promise<ScenarioJob> {
  const { file, checks } = wornLift()
  mkdirSync(join(folder, 'logs'), { recursive: true })
  await write('logs/mw9t-lift.json', file)
  return {
    plate: 'MW 9 T',
    openedAgoH: 5,
    by: 'S. Okafor',
    complaint: {
      where: ['RL'],
      when: ['overnight'],
      signs: ['slowRise', 'pumpOften', 'pumpLoud'],
      words:
        'A little low at the back left in the morning, rises ever slower, and the pump is loud and runs often.',
    },
    heights: [standing('tolmark-uvren', { RL: -7, RR: 2 }, 6, 4.5)],
    checks,
    log: { file: 'mw9t-lift.json', agoH: 3.9 },
  }
}

/** Three more cars as they come in, each with a fault that is easily taken for another. */
function easilyMistaken(): ScenarioJob[] {
  const held = night({
    type: 'brandle-ostry',
    level: 'raised',
    startC: 9,
    endC: 4,
    hours: 12,
    leaks: {},
    eveningAgoH: 16,
  })
  return [
    {
      plate: 'TQ 311',
      openedAgoH: 2.2,
      by: 'J. Pellew',
      complaint: {
        where: ['RL', 'RR'],
        when: ['overnight'],
        signs: ['pumpOften'],
        words: 'Both sides down at the back every morning, level again once it runs.',
      },
      heights: [standing('ilveston-corrin', { RL: -26, RR: -22 }, 7, 1.8)],
    },
    {
      plate: 'TQ 207',
      openedAgoH: 1.6,
      by: 'S. Okafor',
      complaint: {
        where: ['RL'],
        when: [],
        signs: [],
        words: 'Low behind on the left, morning and evening alike, since the kerb at the clinic.',
      },
      heights: [standing('orvane-taskel', { RL: -19, RR: 2 }, 8, 1.3)],
    },
    {
      plate: 'BN 4 R',
      openedAgoH: 17,
      by: 'J. Pellew',
      complaint: {
        where: ['RL', 'RR'],
        when: ['sometimes'],
        signs: [],
        words: 'Some mornings the back is down, most not.',
      },
      heights: [standing('brandle-ostry', { RL: -2, RR: 1 }, 9, 16.5)],
      watch: {
        ...held,
        plannedHours: 12,
        minutesSinceRun: 140,
        supplyCut: 'fuse',
        undisturbed: true,
        finding: tight('No leak worth finding.'),
      },
    },
  ]
}

/** The library bus on the lift: both struts of its rear axle, half way through. */
function onTheLift(): ScenarioJob {
  return {
    plate: 'HL 250',
    openedAgoH: 27,
    by: 'S. Okafor',
    complaint: {
      where: ['RL'],
      when: ['overnight', 'loaded'],
      signs: ['hiss'],
      words: 'Hangs at the back left with the books in, and hisses.',
    },
    heights: [standing('brandle-ostry', { RL: -31, RR: -6 }, 6, 26.5)],
    conclusion: proved(
      'springLeak.RL',
      'Rear left spring leaks at its fold: soap showed it.',
      0.93,
      'Soap at the fold of the rear left bubbles.',
    ),
    work: {
      jobs: [{ job: 'strut', corners: ['RL', 'RR'] }],
      support: 'twoPost',
      flat: ['RL'],
      agoH: 2.4,
      until: 'strutTight.RL',
      second: 'J. Pellew',
      torque: { nm: 44, source: 'Invented for the demonstration, sheet 6' },
      photo: 'strut.jpg',
    },
  }
}

const sheetOfCodes = [
  {
    agoH: 0.9,
    from: 'report' as const,
    tool: 'report.txt',
    codes: [
      code('C3121', 'stored', 'Ride height sensor, implausible', [
        { name: 'Odometer', value: '127 460 km' },
        { name: 'Supply', value: '12.6 V' },
      ]),
      { ...code('C31A4', 'present', 'Control unit, internal'), failureType: '55' },
    ],
  },
]
const opened = jobs.map((job) => (job.plate === 'TQ 102' ? { ...job, codes: sheetOfCodes } : job))

await write('jobs.json', [
  ...opened,
  ...pastJobs(),
  await atThePump(),
  ...easilyMistaken(),
  onTheLift(),
])
const sheet = rescue.morning.laps
  .flatMap((heights, i) => {
    const lap = WALK.map((corner, k) => `lap ${i + 1} ${corner} ${heights[k]!}`)
    return i % 2 === 0 ? lap : lap.toReversed()
  })
  .join(', ')
console.log(
  `The morning of TQ 418, to be typed by hand: ${sheet}; ${rescue.morning.temperatureC} degC.`,
)
