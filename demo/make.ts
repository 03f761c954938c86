// Writes scenario/jobs.json: the stories below, with readings from our own forecast plus the noise
// of a tape. Run: tsx demo/make.ts
import { mkdirSync, writeFileSync } from 'node:fs'
import { format } from 'prettier'
import { join } from 'node:path'
import { WALK } from '@anklet/core/base/vehicle'
import type { ScenarioJob } from './scenario.ts'
import { folder, night, standing } from './nights.ts'
import { pastJobs } from './pastJobs.ts'
import { proved, code, tight, nitrogen } from './visits.ts'
import { wornLift } from './wornLift.ts'

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
    heights: [standing('tolmark-uvren', { FL: -34, FR: -6, RL: -4, RR: 5 }, 9, 14.6, 'arrived')],
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
    heights: [standing('brandle-ostry', { RL: -14, RR: -3 }, 11, 14.5, 'arrived')],
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
    heights: [standing('orvane-taskel', { RR: -21, RL: -4 }, 10, 42, 'arrived')],
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
    heights: [standing('ilveston-corrin', { RL: -9, RR: -11 }, 9, 2.4, 'arrived')],
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
    heights: [standing('tolmark-uvren', { RL: -7, RR: 2 }, 6, 4.5, 'arrived')],
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
      heights: [standing('ilveston-corrin', { RL: -26, RR: -22 }, 7, 1.8, 'arrived')],
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

/** The library bus on the lift: both air shocks of its rear axle, half way through. */
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
    heights: [standing('brandle-ostry', { RL: -31, RR: -6 }, 6, 26.5, 'arrived')],
    conclusion: proved(
      'springLeak.RL',
      'Rear left spring leaks at its fold: soap showed it.',
      0.93,
      'Soap at the fold of the rear left bubbles.',
    ),
    work: {
      jobs: [{ job: 'shock', corners: ['RL', 'RR'] }],
      support: 'twoPost',
      flat: ['RL'],
      agoH: 2.4,
      until: 'shockOn.RL',
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
