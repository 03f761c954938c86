import type { DisplayUnits } from '@anklet/core/base/units'
import { figureUnit } from '@anklet/core/base/units'
import { balanceOf } from '@anklet/core/reasoning/conversion'
import type { Axle, VehicleGeometry } from '@anklet/core/base/vehicle'
import type { Misfit, Wanted } from '@anklet/core/reasoning/conversion'

export const MISFIT_WORDS: Readonly<Record<Misfit, string>> = {
  height: 'stands wrong',
  bind: 'goes solid before the bump stop',
  loose: 'comes loose at full droop',
  sag: 'sags too far laden',
}

/** The same of most of a list. */
const MOST_WORDS: Readonly<Record<Misfit, string>> = {
  height: 'stand wrong',
  bind: 'go solid',
  loose: 'come loose',
  sag: 'sag too far',
}

/** What a coil for this corner would have to be, where none of the list is. */
export function wantedWords(
  { leastRateNPerMm, mostRateNPerMm, longestSolidMm, freeLengthMm }: Wanted,
  most: Misfit,
  units: DisplayUnits,
): string {
  const [stiffness, length] = [figureUnit('N/mm', units), figureUnit('mm', units)]
  const rateOf = (nPerMm: number): string => (nPerMm * stiffness.perStored).toFixed(0)
  const lengthOf = (mm: number): string =>
    `${(mm * length.perStored).toFixed(units.length === 'inch' ? 1 : 0)} ${length.label}`
  if (leastRateNPerMm > mostRateNPerMm)
    return (
      `No coil can do it: laden it needs at least ${rateOf(leastRateNPerMm)} ` +
      `${stiffness.label}, and at full droop at most ${rateOf(mostRateNPerMm)}. Less load, or ` +
      'helper springs.'
    )
  const rate = Number.isFinite(mostRateNPerMm)
    ? (leastRateNPerMm + mostRateNPerMm) / 2
    : leastRateNPerMm * 1.3
  return (
    'Most of the list ' +
    `${MOST_WORDS[most]}. One of ${rateOf(leastRateNPerMm)} to ` +
    `${Number.isFinite(mostRateNPerMm) ? rateOf(mostRateNPerMm) : 'any more'} ` +
    `${stiffness.label} would fit, at ${rateOf(rate)} ${stiffness.label} with a free length of ` +
    `${lengthOf(freeLengthMm(rate))}, no longer than ${lengthOf(longestSolidMm)} when solid.`
  )
}

/** How far a headlamp’s beam moved at ten metres. @param cm how far, cm */
export function beamWords(cm: number, units: DisplayUnits): string {
  if (Math.abs(cm) < 0.5) return 'unchanged'
  const far = Math.abs(cm)
  const [moved, at] =
    units.length === 'inch'
      ? [`${(far * 10 * figureUnit('mm', units).perStored).toFixed(1)} in`, '33 ft']
      : [`${far.toFixed(0)} cm`, '10 m']
  return `${moved} ${cm > 0 ? 'higher' : 'lower'} at ${at}`
}

/** What coils on one axle do to the balance between the two. */
export function balanceWords(before: VehicleGeometry, after: VehicleGeometry, axle: Axle): string {
  const [was, is] = [balanceOf(before), balanceOf(after)]
  const hz = (share: number): string => share.toFixed(2)
  const per = (share: number): string => `${(100 * share).toFixed(0)} %`
  const turned = is.front.rollShare - was.front.rollShare
  return (
    `The front rides at ${hz(is.front.frequencyHz)} Hz and the rear at ` +
    `${hz(is.rear.frequencyHz)} (${hz(was[axle].frequencyHz)} on air). The front ` +
    `carries ${per(is.front.rollShare)} of the roll, ${per(was.front.rollShare)} ` +
    'before' +
    (Math.abs(turned) < 0.03
      ? ''
      : turned < 0
        ? ': it turns in more willingly, the rear bar may be too much'
        : ': it pushes more, the front bar may be too much') +
    '; ' +
    `the ${axle} bar gives ${per(is[axle].barShare)} of its axle’s.`
  )
}
