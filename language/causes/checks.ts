import type { CheckKind, CheckRecord } from '@anklet/contract'
import type {
  DecayVerdict,
  LiftVerdict,
  LoadVerdict,
  PumpHabit,
  PumpVerdict,
  RelayVerdict,
  SweepVerdict,
  WhichCorner,
} from '@anklet/core/measuring/guided'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '../plain/corners.ts'
import { rateWords, sizeWords } from '../plain/rates.ts'
import { secondsWords } from '../plain/times.ts'

/** What a test says: in a word, in a sentence, what it rests on, and what it speaks for. */
export type Said = Pick<CheckRecord, 'verdict' | 'sentence' | 'lines' | 'speaksFor' | 'finds'>

/** The tests by name, with what each asks. */
export const CHECK_WORDS: Readonly<
  Record<CheckKind, { readonly name: string; readonly asks: string }>
> = {
  pump: { name: 'Pump', asks: 'Does the pump bring its flow?' },
  lift: { name: 'Lift', asks: 'Does a lift take longer than it should?' },
  hold: { name: 'Hold', asks: 'Does a shut port hold its pressure?' },
  relay: { name: 'Relay', asks: 'Do relay and pump do as they are told?' },
  shopAir: { name: 'Shop air', asks: 'Does one corner hold workshop air?' },
  sweep: { name: 'Sensors', asks: 'Does every height sensor follow the body?' },
  whichCorner: { name: 'Which corner', asks: 'Does the corner move that is told to?' },
  load: { name: 'Load', asks: 'Does it level a known load, and let down again?' },
  habit: { name: 'Habit', asks: 'How much does the pump run?' },
}

const per = (share: number): string => `${Math.round(share * 100)}\u00a0%`

export function pumpSaid(
  { share, sigma, band, clear, stopsAtBarG }: PumpVerdict,
  units: DisplayUnits,
): Said {
  const lines = [
    `Flow: ${per(share)} of what its papers say at this voltage and altitude, give or take ${per(sigma)}.`,
    ...(stopsAtBarG === null
      ? []
      : [
          'Its pressure stopped rising at ' +
            `${formatQuantity(stopsAtBarG, 'pressure', units)} ` +
            `${UNIT_LABEL[units.pressure]}.`,
        ]),
  ]
  if (stopsAtBarG !== null)
    return {
      verdict: 'bad',
      sentence:
        'The pressure stops rising early: what the pump brings gets out again, or the pump is worn out.',
      lines,
      speaksFor: 'exhaust or relief valve leaking, a fitting of the test, a worn pump',
      finds: [{ check: 'pumpTest', outcome: 'weak' }],
    }
  const open = clear ? '' : ' Too close to be sure: know the volume better, or run it again.'
  const words = {
    good: 'The pump brings its flow.',
    tired: 'The pump is tired: it still does its work, not for long.',
    weak: 'The pump is weak.',
  }[band]
  return {
    verdict: !clear ? 'doubtful' : band === 'good' ? 'good' : band === 'tired' ? 'doubtful' : 'bad',
    sentence: `${words}${open}`,
    lines,
    speaksFor:
      band === 'good'
        ? 'a sound pump, intake and dryer'
        : 'a worn pump, a blocked intake or dryer, low voltage under load',
    finds: clear ? [{ check: 'pumpTest', outcome: band }] : [],
  }
}

export function liftSaid(
  { share, verdict }: LiftVerdict,
  expectedS: number,
  measuredS: number,
): Said {
  const lines = [
    `A good pump needs ${secondsWords(expectedS)}; it took ` +
      `${secondsWords(measuredS)}: ${per(share)} of the flow arrived.`,
  ]
  switch (verdict) {
    case 'good':
      return {
        verdict: 'good',
        sentence: 'The lift took no longer than it should.',
        lines,
        speaksFor: 'a sound pump, and nothing that leaks while lifting',
      }
    case 'weakPump':
      return {
        verdict: 'bad',
        sentence: 'The lift is slow, and the pump alone explains it.',
        lines,
        speaksFor: 'a weak pump',
      }
    case 'leakWhileLifting':
      return {
        verdict: 'bad',
        sentence: 'The lift is slower than the pump explains: air gets out while it lifts.',
        lines,
        speaksFor: 'a leak while lifting, a valve that leaks, a blocked line',
      }
    case 'pumpOrLeak':
      return {
        verdict: 'doubtful',
        sentence: 'The lift is slow. Pump or leak: test the pump dead-ended to tell them apart.',
        lines,
        speaksFor: 'a weak pump, a leak while lifting',
      }
  }
}

export function decaySaid(
  { rateBarLPerH, leastBarLPerH, verdict, fromBarG, toBarG }: DecayVerdict,
  what: string,
  units: DisplayUnits,
): Said {
  const bar = (value: number): string =>
    `${formatQuantity(value, 'pressure', units, 1)} ${UNIT_LABEL[units.pressure]}`
  const lines = [
    `From ${bar(fromBarG)} to ${bar(toBarG)}.`,
    `A leak under ${rateWords(leastBarLPerH)} bar·L/h could not have been seen in this time.`,
  ]
  if (verdict === 'holds')
    return {
      verdict: 'good',
      sentence: `${what} holds.`,
      lines,
      speaksFor: 'no leak in what was shut in',
    }
  if (verdict === 'cannotTell')
    return {
      verdict: 'cannotTell',
      sentence: `${what}: too little fell to be sure. Wait longer.`,
      lines,
      speaksFor: '',
    }
  return {
    verdict: 'bad',
    sentence: `${what} leaks about ${rateWords(rateBarLPerH)} bar·L/h: ${sizeWords(rateBarLPerH)}.`,
    lines,
    speaksFor: 'the spring, its line or its fitting, whatever was shut in',
  }
}

const RELAY: Readonly<Record<RelayVerdict, Omit<Said, 'lines'>>> = {
  works: {
    verdict: 'good',
    sentence: 'Relay and pump do as they are told.',
    speaksFor: 'a sound relay, fuse and wiring',
  },
  welded: {
    verdict: 'bad',
    sentence:
      'Current flows with nothing asked: the relay’s contacts are welded. Pull it before the pump burns.',
    speaksFor: 'a welded relay',
  },
  relayDead: {
    verdict: 'bad',
    sentence: 'No click: the relay is not switched. Relay, its coil supply, or the module.',
    speaksFor: 'a dead relay, its fuse, the module’s output',
  },
  noCurrent: {
    verdict: 'bad',
    sentence: 'It clicks and no current flows: fuse, contacts, wiring or an open motor.',
    speaksFor: 'the fuse, burnt contacts, wiring, an open motor',
  },
  pumpSeized: {
    verdict: 'bad',
    sentence: 'More current than a turning motor draws: the pump is seized.',
    speaksFor: 'a seized pump',
  },
  cannotTell: {
    verdict: 'cannotTell',
    sentence:
      'Not enough to tell: measure the current asked and at rest, and listen for the click.',
    speaksFor: '',
  },
}
const RELAY_FINDS: Readonly<Partial<Record<RelayVerdict, string>>> = {
  works: 'works',
  welded: 'welded',
  relayDead: 'dead',
  noCurrent: 'noCurrent',
  pumpSeized: 'seized',
}
export function relaySaid(verdict: RelayVerdict, lines: readonly string[]): Said {
  const outcome = RELAY_FINDS[verdict]
  return {
    ...RELAY[verdict],
    lines: [...lines],
    finds: outcome ? [{ check: 'relayTest', outcome }] : [],
  }
}

const SWEPT: Readonly<Record<SweepVerdict['verdict'], string>> = {
  follows: 'follows',
  stuck: 'stands still while others move',
  jumps: 'jumps',
  dropsOut: 'drops out at places',
  noSignal: 'gives no signal',
}
export function sweepSaid(sensors: readonly (SweepVerdict & { readonly place: string })[]): Said {
  const bad = sensors.filter(({ verdict }) => verdict !== 'follows')
  const loud = bad.map(
    ({ id, verdict }) =>
      `${id.split('.').at(-1)!}:${verdict === 'noSignal' || verdict === 'stuck' ? 'dead' : 'drops'}`,
  )
  const finds = [{ check: 'sweep', outcome: loud.length === 0 ? 'follows' : loud.join('+') }]
  const moved = sensors.some(({ movedPercent }) => movedPercent > 2)
  const lines = sensors.map(
    ({ place, verdict, movedPercent }) =>
      `${capital(place)}: ${SWEPT[verdict]}, moved ${movedPercent.toFixed(1)} % of its supply.`,
  )
  if (bad.length === 0 && !moved)
    return {
      verdict: 'cannotTell',
      sentence: 'The body hardly moved: raise it and let it down again.',
      lines,
      speaksFor: '',
    }
  if (bad.length === 0)
    return {
      verdict: 'good',
      sentence: 'Every sensor follows the body.',
      lines,
      speaksFor: 'sound sensors and links',
      finds,
    }
  return {
    verdict: 'bad',
    sentence: `${bad.map(({ place, verdict }) => `The ${place} ${SWEPT[verdict]}`).join('. ')}.`,
    lines,
    speaksFor: bad.some(({ verdict }) => verdict === 'stuck')
      ? 'a loose link, a worn sensor'
      : 'terminals first, then wiring, a shared supply, the sensor',
    finds,
  }
}

export function whichSaid({ verdict, crossed, dead, moved }: WhichCorner): Said {
  const loud = [
    ...crossed.flat().map((corner) => `${corner}:crossed`),
    ...dead.map((corner) => `${corner}:still`),
  ]
  const finds = [{ check: 'whichCorner', outcome: loud.length === 0 ? 'own' : loud.join('+') }]
  const lines = (Object.entries(moved) as [Corner, Corner | null][]).map(
    ([told, went]) =>
      `Told the ${CORNER_WORDS[told]}: ` +
      `${went === null ? 'nothing moved' : went === told ? 'it moved' : `the ${CORNER_WORDS[went]} moved`}.`,
  )
  switch (verdict) {
    case 'straight':
      return {
        verdict: 'good',
        sentence: 'Every corner moves that is told to.',
        lines,
        speaksFor: 'lines, valve plugs and sensor plugs as they should be',
        finds,
      }
    case 'crossed':
      return {
        verdict: 'bad',
        sentence:
          crossed
            .map(
              ([a, b]) =>
                `${capital(CORNER_WORDS[a])} and ${CORNER_WORDS[b]} answer for each other`,
            )
            .join('; ') +
          '. Look at the car: if the right corner really moved, the sensors’ plugs are ' +
          'crossed, else lines or valve plugs.',
        lines,
        speaksFor: 'crossed lines, crossed valve plugs, crossed sensor plugs',
        finds,
      }
    case 'sensorsCrossed':
      return {
        verdict: 'bad',
        sentence:
          'The right corner rises and another one’s sensor says so: sensor plugs are crossed.',
        lines,
        speaksFor: 'crossed sensor plugs',
      }
    case 'lookAtCar':
      return {
        verdict: 'cannotTell',
        sentence:
          'One sensor for both sides cannot tell which side rose: look at the car and say so.',
        lines: [],
        speaksFor: '',
      }
    case 'dead':
      return {
        verdict: 'bad',
        sentence: `${dead.map((corner) => capital(CORNER_WORDS[corner])).join(' and ')}: told to, nothing moved.`,
        lines,
        speaksFor: 'a valve that does not open, a blocked line, no air to fill with',
        finds,
      }
    case 'muddled':
      return {
        verdict: 'bad',
        sentence:
          'Corners move that were not told to, in no simple exchange. Follow each line and each plug.',
        lines,
        speaksFor: 'several lines or plugs exchanged',
      }
    case 'unfinished':
      return {
        verdict: 'cannotTell',
        sentence: 'Not every corner was told yet.',
        lines,
        speaksFor: '',
      }
  }
}

export function loadSaid({ verdict, sankMm, upS, downS }: LoadVerdict, units: DisplayUnits): Said {
  const lines = [
    `It sank ${formatQuantity(sankMm, 'height', units)} ${UNIT_LABEL[units.length]} under the load.`,
    ...(upS === null ? [] : [`Level again after ${secondsWords(upS)}.`]),
    ...(downS === null ? [] : [`Let down again after ${secondsWords(downS)}.`]),
  ]
  const said = {
    levels: ['good', 'It levels the load and lets down again.', 'sound levelling'],
    doesNotLevel: [
      'bad',
      'It tries, and does not get up.',
      'a weak pump, a leak, a load beyond it',
    ],
    doesNothing: [
      'bad',
      'It does nothing about the load.',
      'no supply, a dead relay, a sensor that does not move, the module',
    ],
    doesNotLetDown: [
      'bad',
      'It does not let down when the load is gone.',
      'an exhaust valve that does not open, a blocked dryer, the sensor',
    ],
    unfinished: ['cannotTell', 'Not finished: load it, wait, take the load out, wait.', ''],
  } as const
  const [word, sentence, speaksFor] = said[verdict]
  return { verdict: word, sentence, lines, speaksFor }
}

export function habitSaid(
  { startsPerDay, minutesPerDay, longestS, hottestC, heatStops, starts }: PumpHabit,
  units: DisplayUnits,
): Said {
  const times = heatStops === 1 ? 'once' : `${heatStops} times`
  const stopped = heatStops > 0 ? `, stopped for heat ${times}` : ''
  const lines = [
    `${starts} starts in the log; ${startsPerDay.toFixed(0)} starts and ` +
      `${minutesPerDay.toFixed(1)} minutes a day at this pace; longest run ` +
      `${secondsWords(longestS)}.`,
    ...(hottestC === null
      ? []
      : [
          `Hottest ${formatQuantity(hottestC, 'temperature', units)} ` +
            `${UNIT_LABEL[units.temperature]}${stopped}.`,
        ]),
  ]
  if (heatStops > 0)
    return {
      verdict: 'bad',
      sentence: 'The pump ran until it was stopped for heat.',
      lines,
      speaksFor: 'a leak it runs after, a weak pump, a first fill at one go',
      finds: [{ check: 'habitLog', outcome: 'long' }],
    }
  return {
    verdict: 'cannotTell',
    sentence: `The pump runs ${minutesPerDay.toFixed(1)} minutes a day at this pace.`,
    lines,
    speaksFor: 'compare with a sound car of the type',
  }
}

/** How a test came out, for those who do not see its mark. */
export const CHECK_VERDICT_WORDS: Readonly<Record<Said['verdict'], string>> = {
  good: 'good',
  doubtful: 'in doubt',
  bad: 'not good',
  cannotTell: 'cannot tell',
}
