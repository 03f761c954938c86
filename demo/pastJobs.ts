import type { ScenarioJob } from './scenario.ts'
import { DAY_H, visit, proved, code, found, tight, nitrogen } from './visits.ts'

/** One leak, at the rear left of TQ 415, grows from visit to visit. */
function leakThatGrows(): ScenarioJob[] {
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
  ]
}

/** New bellows, and the night that shows they hold. */
function bellowsProved(): ScenarioJob[] {
  return [
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
  ]
}

/** A bent link, and months later a spring. */
function linkThenSpring(): ScenarioJob[] {
  return [
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
      codes: [{ agoH: 12 * DAY_H - 0.5, from: 'typed', tool: 'Shop tool', codes: [] }],
    }),
  ]
}

/** What pumps and gas were looked after. */
function pumpsAndGas(): ScenarioJob[] {
  return [
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
  ]
}

/** What else came by in the year. */
function otherVisits(): ScenarioJob[] {
  return [
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

/** A year of visits. */
export const pastJobs = (): ScenarioJob[] => [
  ...leakThatGrows(),
  ...bellowsProved(),
  ...linkThenSpring(),
  ...pumpsAndGas(),
  ...otherVisits(),
]
