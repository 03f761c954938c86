import type { DisplayUnits } from '@anklet/core/base/units'
import type { CommandPayload, Part, PartKind, Procedures, Torque } from '@anklet/contract'
import type { Axle } from '@anklet/core/base/vehicle'
import { NM_PER_LBF_FT } from '@anklet/core/base/units'
import type { BookStep, ProcedureBook, ShopWay } from '@anklet/core/work/procedure'
import { dayOf } from '@anklet/language/plain/times'
import type { Intention } from '../../client/queries.ts'
import { figureOf, figureOrNull } from '../../kit/typed.ts'
import { builtFrom } from './anatomy/typedAnatomy.ts'
import { guessesLeft } from './guessForm.ts'
import type { TypeForm } from './typeForm.ts'
import { geometryOf, specificationsOf } from './typeForm.ts'
import type { TorqueUnit } from '../job/model/torqueUnits.ts'
import { usualTorqueUnit } from '../job/model/torqueUnits.ts'

/** A part as it is typed. */
export interface TypedPart {
  readonly kind: PartKind
  readonly axle: Axle | 'any'
  readonly name: string
  readonly number: string
  readonly cost: string
  readonly hours: string
  readonly pairHours: string
  readonly leadDays: string
  readonly shape: string
  readonly scaleYears: string
  readonly warranty: string
}

const NO_PART: TypedPart = {
  kind: 'spring',
  axle: 'any',
  name: '',
  number: '',
  cost: '',
  hours: '',
  pairHours: '',
  leadDays: '0',
  shape: '',
  scaleYears: '',
  warranty: '',
}

/** A part as the form shows it. @param part null: a new one */
export function typedPart(part: Part | null): TypedPart {
  if (!part) return NO_PART
  const { kind, axle, name, number, cost, hours, pairHours, leadDays, life, warranty = '' } = part
  return {
    kind,
    axle: axle ?? 'any',
    name,
    number,
    cost: String(cost),
    hours: String(hours),
    pairHours: pairHours === null ? '' : String(pairHours),
    leadDays: String(leadDays),
    shape: life ? String(life.shape) : '',
    scaleYears: life ? String(life.scaleYears) : '',
    warranty,
  }
}

const lifeOf = ({ shape, scaleYears }: TypedPart): Part['life'] =>
  shape.trim() === '' && scaleYears.trim() === ''
    ? null
    : { shape: figureOf(shape), scaleYears: figureOf(scaleYears) }

/** Puts a part on the shelf of a vehicle type. */
export const savePart = (
  partId: string,
  typeId: string,
  typed: TypedPart,
): CommandPayload<'part.save'> => ({
  partId,
  typeId,
  kind: typed.kind,
  axle: typed.axle === 'any' ? null : typed.axle,
  name: typed.name.trim(),
  number: typed.number.trim(),
  cost: figureOf(typed.cost),
  hours: figureOf(typed.hours),
  pairHours: figureOrNull(typed.pairHours),
  leadDays: figureOf(typed.leadDays),
  life: lifeOf(typed),
  warranty: typed.warranty.trim(),
})

/** Takes a part off the shelf. */
export const dropPart = (partId: string): Intention<'part.drop'> => ({ payload: { partId } })

/** Takes a coil out of the list. */
export const dropCoil = (coilId: string): Intention<'coil.drop'> => ({ payload: { coilId } })

/** Takes coils over into the list. */
export const saveCoils = (
  coils: CommandPayload<'coils.save'>['coils'],
): Intention<'coils.save'> => ({ payload: { coils } })

/** A torque as it is typed. */
export interface TypedTorque {
  readonly fastener: string
  readonly unit: TorqueUnit
  readonly min: string
  readonly max: string
  readonly degrees: string
  readonly source: string
  readonly date: string
}

/** A torque in the unit it was entered in, to a tenth. */
const inUnit = (nm: number, unit: TorqueUnit = 'N.m'): string =>
  String(unit === 'N.m' ? nm : Math.round((nm / NM_PER_LBF_FT) * 10) / 10)

/** A torque as the form shows it. @param torque null: a new one, for the fastener */
export const typedTorque = (
  torque: Torque | null,
  fastener: string,
  units: DisplayUnits,
): TypedTorque =>
  torque
    ? {
        fastener: torque.fastener,
        unit: torque.unit ?? 'N.m',
        min: inUnit(torque.minNm, torque.unit),
        max: torque.maxNm === torque.minNm ? '' : inUnit(torque.maxNm, torque.unit),
        degrees: torque.thenDegrees === null ? '' : String(torque.thenDegrees),
        source: torque.source,
        date: torque.date,
      }
    : {
        fastener,
        unit: usualTorqueUnit(units),
        min: '',
        max: '',
        degrees: '',
        source: '',
        date: dayOf(new Date()),
      }

/** What a torque that was typed comes to, N.m to a hundredth; NaN: it is no figure. */
export const newtonMetres = (text: string, unit: TorqueUnit): number =>
  Math.round(figureOf(text) * (unit === 'lbf.ft' ? NM_PER_LBF_FT : 1) * 100) / 100

/** Enters a torque on the sheet of a vehicle type; without a most it is the least. */
export function saveTorque(
  torqueId: string,
  typeId: string,
  { fastener, unit, min, max, degrees, source, date }: TypedTorque,
): CommandPayload<'torque.save'> {
  const minNm = newtonMetres(min, unit)
  return {
    torqueId,
    typeId,
    fastener,
    minNm,
    maxNm: max.trim() === '' ? minNm : newtonMetres(max, unit),
    thenDegrees: figureOrNull(degrees),
    unit,
    source: source.trim(),
    date,
  }
}

/** Takes a torque off the sheet. */
export const dropTorque = (torqueId: string): Intention<'torque.drop'> => ({
  payload: { torqueId },
})

/** A step of the procedures as it is typed. */
export interface TypedStep {
  readonly words: string
  readonly why: string
  readonly caution: string
  readonly left: string
  readonly right: string
  readonly wait: string
}

/** A step as the form shows it. */
export function typedStep({ words, why, caution = '', minutes, wait }: BookStep): TypedStep {
  const both = typeof minutes === 'number' ? { left: minutes, right: minutes } : minutes
  return {
    words,
    why,
    caution,
    left: String(both.left),
    right: String(both.right),
    wait: wait ? String(wait) : '',
  }
}

/** A step with what was typed in it. */
export function stepOf(step: BookStep, typed: TypedStep): BookStep {
  const { caution: _caution, wait: _wait, ...rest } = step
  const [left, right] = [figureOf(typed.left), figureOf(typed.right)]
  const wait = figureOrNull(typed.wait)
  const caution = typed.caution.trim()
  return {
    ...rest,
    words: typed.words.trim(),
    why: typed.why.trim(),
    minutes: left === right ? left : { left, right },
    ...(caution === '' ? {} : { caution }),
    ...(wait === null || wait === 0 ? {} : { wait }),
  }
}

/** A book with one step as it is now. */
export const withStep = (book: ProcedureBook, step: BookStep): ProcedureBook => ({
  ...book,
  steps: book.steps.map((each) => (each.id === step.id ? step : each)),
})

/** What is changed of the procedures; what is left out stays. */
export interface ProceduresChange {
  /** Null: as it ships. */
  readonly book?: ProcedureBook | null
  readonly way?: Partial<ShopWay>
}

/** Keeps the shop's procedures, and what it settles its own way. */
export const saveProcedures = (
  { book, way }: Pick<Procedures, 'book' | 'way'>,
  change: ProceduresChange,
): CommandPayload<'procedures.save'> => ({
  book: change.book === undefined ? book : change.book,
  way: { ...way, ...change.way },
})

/**
 * Puts a vehicle type on the shelf.
 * @throws {Error} while something of it cannot be read
 */
export function saveType(typeId: string, typed: TypeForm): CommandPayload<'vehicleType.save'> {
  const [figures, levels] = [geometryOf(typed), specificationsOf(typed)]
  const built = builtFrom(typed.architecture, typed.built)
  if (!figures.ok || !levels.ok || !built.ok)
    throw new Error('A vehicle type is saved when all of it can be read.')
  return {
    typeId,
    name: typed.name.trim(),
    source: typed.source.trim(),
    architecture: built.architecture,
    geometry: figures.geometry,
    specifications: levels.specifications,
    guesses: guessesLeft(typed),
  }
}

/** Puts a type out of a file on the shelf, under an id of its own. */
export const importType = (
  content: Omit<CommandPayload<'vehicleType.save'>, 'typeId'>,
): Intention<'vehicleType.save'> => ({ payload: { ...content, typeId: crypto.randomUUID() } })
