import type { CommandPayload, VehicleType } from '@anklet/contract'
import type { Answer, Askable } from '@anklet/core/base/starting'
import { withAnswer } from '@anklet/core/base/starting'
import type { DisplayUnits } from '@anklet/core/base/units'
import { figureUnit } from '@anklet/core/base/units'
import { completeGeometry, GRAVITY } from '@anklet/core/base/vehicle'
import { storedAs } from '../../client/form/UnitInput.tsx'
import { figureOf } from '../../kit/typed.ts'

/** Figures of a question as they are typed: one of the whole car, or one for each axle. */
export interface TypedAnswer {
  readonly whole: string
  readonly front: string
  readonly rear: string
}
/** Nothing typed. */
export const NO_ANSWER: TypedAnswer = { whole: '', front: '', rear: '' }

/** Whether a figure is one of the whole car. */
export const isOfWhole = (figure: Askable): boolean => figure === 'wheelbaseMm'

/** Wheel, hub and brake of one wheel, kg: ours, middling, of no maker. */
export const UNSPRUNG_KG = 45

// What one spring carries of an axle weight, N.
const sprungN = (axleKg: number): number => (axleKg / 2 - UNSPRUNG_KG) * GRAVITY

// A figure typed in the shop's unit, in the one it is stored in; NaN for anything that is none.
const storedFigure = (text: string, unit: 'mm' | 'kg', units: DisplayUnits): number =>
  figureOf(storedAs(text, figureUnit(unit, units).perStored, unit === 'mm'))

/** What may be typed, mm and N; outside it a figure was missed, or it is in another unit. */
const POSSIBLE: Readonly<Record<Askable, readonly [number, number]>> = {
  wheelbaseMm: [1500, 6000],
  trackMm: [1000, 2500],
  designLoadN: [1000, 25_000],
}

/** An answer in stored units; null where something is missing or cannot be. */
export function answerOf(figure: Askable, typed: TypedAnswer, units: DisplayUnits): Answer | null {
  const read = (text: string): number =>
    figure === 'designLoadN'
      ? sprungN(storedFigure(text, 'kg', units))
      : storedFigure(text, 'mm', units)
  const [least, most] = POSSIBLE[figure]
  const fits = (value: number): boolean => value >= least && value <= most
  if (figure === 'wheelbaseMm') {
    const value = read(typed.whole)
    return fits(value) ? { figure, value } : null
  }
  const [front, rear] = [read(typed.front), read(typed.rear)]
  return fits(front) && fits(rear) ? { figure, front, rear } : null
}

/** A type with an answer in it, or under another name. */
export function filledIn(
  { id: typeId, version: _version, ...type }: VehicleType,
  { answer, name = type.name }: { readonly answer?: Answer; readonly name?: string },
): CommandPayload<'vehicleType.save'> {
  const { geometry, guesses } = answer
    ? withAnswer({ geometry: completeGeometry(type.geometry), guesses: type.guesses }, answer)
    : type
  return { ...type, typeId, name: name.trim(), geometry, guesses: [...guesses] }
}
