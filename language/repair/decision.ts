import type {
  KnownLife,
  MendNow,
  Assumed,
  MeasuredLeak,
  BuiltOption,
  OptionCost,
  EstimateLine,
  OptionId,
  PricedKind,
} from '@anklet/core/reasoning/strategy'
import { daysOff } from '@anklet/core/reasoning/strategy'
import { USUAL_PUMP } from '@anklet/core/physics/simulation'
import { rateWords } from '../plain/rates.ts'
import { momentWords } from '../plain/times.ts'
import type { PartKind } from '@anklet/contract'
import type { Architecture, Axle } from '@anklet/core/base/vehicle'
import { hasAirOnAxle, OTHER_AXLE } from '@anklet/core/base/vehicle'

/** Parts by name, as they stand on the shelf. */
export const PART_KIND_WORDS: Readonly<Record<PartKind, string>> = {
  spring: 'air spring',
  strut: 'complete strut',
  pump: 'pump',
  relay: 'relay',
  valveBlock: 'valve block',
  kit: 'kit of both shocks and the pump',
  conversion: 'conversion to coils, one axle',
  dampers: 'plain dampers, both sides of an axle',
}
export const KIND_WORDS: Readonly<Record<PricedKind, string>> = {
  ...PART_KIND_WORDS,
  coil: 'coil',
  otherConversion: 'conversion to coils, the other axle',
  otherDampers: 'plain dampers, the other axle',
}

/** An option as it is offered. */
export function optionTitle(id: OptionId, axle: Axle): string {
  switch (id) {
    case 'this':
      return 'The failed side alone'
    case 'both':
      return `Both sides of the ${axle} axle`
    case 'bothThenSingly':
      return `Both sides of the ${axle} axle now, later each by itself`
    case 'thisStrut':
      return 'The failed side alone, as a complete strut'
    case 'struts':
      return `Complete struts, both sides of the ${axle} axle`
    case 'withPump':
      return `Both sides of the ${axle} axle, and the pump`
    case 'withBlock':
      return `Both sides of the ${axle} axle, and the valve block`
    case 'kit':
      return `Both shocks of the ${axle} axle, and the pump`
    case 'axleCoils':
      return `The ${axle} axle to coils`
    case 'coilsAndDampers':
      return `The ${axle} axle to coils, plain dampers at the ${OTHER_AXLE[axle]}`
    case 'allCoils':
      return 'The whole vehicle to coils'
    case 'pump':
      return 'The pump'
    case 'leave':
      return 'Leave it for now'
  }
}

/** Each school’s case in two sentences. */
export const SCHOOL_WORDS: Readonly<Record<OptionId, string>> = {
  this:
    'Only what is broken is paid for, and the other side may last for years. If it ' +
    'does not, the car comes back and the hours are paid again.',
  both: 'The other side is as old, and both stand alike afterwards. A spring that had years left is thrown away.',
  bothThenSingly:
    'Both start alike and only the one that fails is changed later. ' +
    'The car may come back twice where it could have come once.',
  thisStrut:
    'Spring and damper of the failed side are new together, and only that side is paid for. ' +
    'The two dampers of the axle are no longer alike.',
  struts:
    'Spring and damper are new together, and nothing is worked loose from an old ' +
    'damper. It is the dearest part, and a sound damper goes with it.',
  withPump:
    'A pump that ran for the leak has aged by it, and everything is opened once. ' +
    'If it was sound, it is money spent early.',
  axleCoils:
    'Nothing can leak there again. Levelling, levels and the ride of that axle are gone for good.',
  coilsAndDampers:
    'With plain dampers too nothing asks for the module any more, and its message ' +
    'has no cause left. Two sound dampers go, and with them what they could do.',
  withBlock:
    'A block that seeps lets the new springs sink as the old ones did, and its ' +
    'lines are open anyway. If it holds, it is the dearest seal in the car.',
  kit:
    'Often sold as a kit: spring, damper and pump are new together, and everything is opened ' +
    'once. Whatever was still sound goes with it.',
  allCoils:
    'No pump, no block, no line: nothing of it can fail again. Everything the ' +
    'suspension could do is gone, and both axles must be made to agree.',
  pump: 'It is what failed. The leak or the dust that wore it must be found, or the next one goes the same way.',
  leave:
    'Nothing is spent today, and a small leak may stay small. Until it is mended ' +
    'the pump works for it, and a car on its stops breaks folds.',
}

/** What an option takes away or asks for, on such a vehicle; money is not all. */
export function consequences(
  id: OptionId,
  architecture: Architecture,
  axle: Axle,
): readonly string[] {
  const { damping, levels, crossValve } = architecture
  const controlled = (part: string): readonly string[] =>
    damping[axle] === 'plain'
      ? []
      : [`The dampers are controlled: the ${part} must be the one for that system.`]
  switch (id) {
    case 'this':
      return [
        'The sides may stand and ride a little differently.',
        ...(crossValve[axle] ? ['The cross valve evens pressures out, not ages.'] : []),
      ]
    case 'thisStrut':
      return [
        'The sides may stand and ride a little differently, with a new damper against an old one.',
        ...controlled('strut'),
      ]
    case 'withBlock':
      return ['Both sides alike, and no old seat behind them.']
    case 'both':
    case 'bothThenSingly':
    case 'struts':
      return ['Both sides alike.', ...(id === 'struts' ? controlled('strut') : [])]
    case 'kit':
      return ['Both sides alike, and a pump that starts at nought.', ...controlled('kit')]
    case 'withPump':
      return ['Both sides alike, and a pump that starts at nought.']
    case 'pump':
      return ['The dryer goes with it, or dust and water go into the new one.']
    case 'leave':
      return [
        'The pump runs for the leak every day.',
        'Not to be driven on its stops.',
        'Show the owner how to tell that it grew.',
      ]
    case 'allCoils':
      return [
        'No levelling anywhere: it sags under load, and the headlamps are set anew.',
        ...(levels.length > 1 ? ['All levels are gone.'] : []),
        'The module and its warning must be handled by a bypass module or in the maker’s way.',
        'Reservoir and lines are emptied first, then closed and tied away; pump and fuse come out.',
        ...(damping.front !== 'plain' || damping.rear !== 'plain'
          ? ['Controlled dampers: dampers to suit on both axles.']
          : []),
        'Inspection and insurance: local rules decide whether and how.',
      ]
    case 'axleCoils':
    case 'coilsAndDampers':
      return [
        `No levelling at the ${axle}: it sags under load, and the headlamps aim higher.`,
        ...(levels.length > 1 ? ['Its levels are gone: no raising, no kneeling there.'] : []),
        ...(axle === 'rear' ? ['Towing: the nose comes up under the drawbar’s load.'] : []),
        ...(damping[axle] !== 'plain'
          ? [
              'Its dampers are controlled by the module: dampers to suit, or a way that keeps the module content.',
            ]
          : []),
        ...(id === 'coilsAndDampers'
          ? [
              `The dampers at the ${OTHER_AXLE[axle]} have no setting any more; their plugs are closed and tied away.`,
            ]
          : damping[OTHER_AXLE[axle]] !== 'plain' && !hasAirOnAxle(architecture, OTHER_AXLE[axle])
            ? [
                `The dampers at the ${OTHER_AXLE[axle]} are controlled too: the module stays ` +
                  'for them, or they are changed with it.',
              ]
            : []),
        'The warning must be handled by a bypass module or in the maker’s way.',
        'Old lines are closed and tied away, spring seats get isolators.',
        'Inspection and insurance: local rules decide whether and how.',
        ...(hasAirOnAxle(architecture, OTHER_AXLE[axle])
          ? ['The other axle stays on air, with its pump.']
          : ['No air is left: reservoir and lines are emptied, pump and fuse come out.']),
      ]
  }
}

/** A line of an estimate in words. */
export const lineWords = ({ kind, count }: EstimateLine, axle: Axle): string =>
  (count > 1 ? `${count} × ` : '') +
  KIND_WORDS[kind] +
  (kind === 'spring' || kind === 'strut' || kind === 'kit'
    ? `, ${axle}`
    : kind === 'conversion'
      ? ` (${axle})`
      : '')

/** Whether a line of an estimate on record is that of a pump: it keeps its words only. */
export const saysPump = (words: string): boolean => words.replace(/^\d+ × /, '') === KIND_WORDS.pump

/** Why it may not be left for now. */
export const MEND_NOW_WORDS: Readonly<Record<MendNow, string>> = {
  unsafe: 'Leaving it is not offered: as it came in, it is not safe to drive.',
  torn: 'Leaving it is not offered: a torn spring can let go at once.',
  heard: 'Leaving it is not offered: air was heard getting out.',
  large: 'Leaving it is not offered: the night measured a leak that is heard across the bay.',
}

export const WAY_WORDS = {
  inPerson: 'in person',
  phone: 'by phone',
  message: 'by message',
} as const

/** Whether it goes on levelling itself afterwards. */
export const levelsStill = (id: OptionId, axle: Axle): string =>
  id === 'allCoils'
    ? 'no'
    : id === 'axleCoils' || id === 'coilsAndDampers'
      ? `not at the ${axle}`
      : id === 'leave'
        ? 'while the pump lasts'
        : 'yes'

/** How long a car is off the road with an option, and how much of it waits for parts. */
export const daysWords = (built: BuiltOption): string => {
  const days = daysOff(built)
  if (days === null) return 'how long it takes is not entered'
  const leadDays = built.leadDays ?? 0
  const waiting = leadDays > 0 ? `, ${leadDays} of them waiting for parts` : ''
  return `${days} ${days === 1 ? 'day' : 'days'} off the road${waiting}`
}

/** From which age of the other spring on both at once cost less. */
export function crossingWords(
  years: number | null,
  one: OptionCost | undefined,
  both: OptionCost | undefined,
): string {
  if (!one || !both) return ''
  return years === null
    ? 'At any age of the other spring ' +
        `${one.meanCost < both.meanCost ? 'the failed side alone' : 'both at once'} ` +
        'costs less over the years.'
    : `With the other spring younger than about ${years.toFixed(0)} years the failed ` +
        'side alone costs less over the years; with an older one, both at once.'
}

/** Where the pump's minutes come from. */
export function leakWords({ leakMinutes }: Assumed, leak: MeasuredLeak | null): string {
  if (leakMinutes !== null) return 'What the pump runs with the leak is as typed. '
  if (!leak) return 'No night measured the leak: what the pump runs with it is our guess. '
  return (
    `What the pump runs with the leak is reckoned from ${rateWords(leak.barLPerH)} bar·L/h, ` +
    `measured in the night from ${momentWords(leak.at, new Date())}, for a pump of ` +
    `${USUAL_PUMP.freeFlowLPerMin} L/min, which is our guess. `
  )
}

/** Where a life comes from, by how many failures this shop saw. */
export const LIFE_FROM_WORDS: Readonly<Record<KnownLife['from'], (failures: number) => string>> = {
  part: () => 'as entered with the part',
  shop: (failures) => `fitted to ${failures} of this shop’s own, with how unsure that is`,
  usual: (failures) =>
    `our rough figure: this shop has seen ${failures === 0 ? 'none' : failures} fail, and it takes five`,
}
