import {
  usualArchitecture,
  AXLE_OF,
  completeGeometry,
  hasAirOnAxle,
  perCorner,
} from '@anklet/core/base/vehicle'
import type { Specification, VehicleType } from '@anklet/contract'
import type { Method } from '@anklet/core/measuring/heights'
import { METHODS } from '@anklet/core/measuring/heights'
import type { Architecture, Axle, CornerGeometry, VehicleGeometry } from '@anklet/core/base/vehicle'
import { parseNumber } from '../../kit/typed.ts'
import type { CarFigure } from '@anklet/language/shop/carFigures'
import type { AnatomyTexts } from './anatomy/typedAnatomy.ts'
import { textsOf } from './anatomy/typedAnatomy.ts'

/** A figure of one axle; left and right are alike in this form. */
export type AxleField = Exclude<keyof CornerGeometry, 'coilForceAtDesignN'> | 'coilForceAtDesignN'
/** A figure of the whole vehicle. */
export type VehicleField = Exclude<keyof VehicleGeometry, 'corners'>

/** How a figure is asked for. */
export interface FieldWords {
  readonly words: string
  readonly unit: string
  readonly hint?: string
}

/** How a figure of a car is asked for. */
export interface CarFieldWords extends FieldWords {
  /** What of the car it is, to be drawn. */
  readonly figure: CarFigure
  /** The axle it belongs to whoever asks. */
  readonly axle?: Axle
}

export const VEHICLE_FIELDS: Readonly<Record<VehicleField, CarFieldWords>> = {
  wheelbaseMm: { words: 'Wheelbase', unit: 'mm', figure: 'wheelbase' },
  trackFrontMm: { words: 'Track, front', unit: 'mm', figure: 'track', axle: 'front' },
  trackRearMm: { words: 'Track, rear', unit: 'mm', figure: 'track', axle: 'rear' },
  antiRollFrontNPerMm: {
    words: 'Anti-roll bar, front',
    figure: 'antiRoll',
    axle: 'front',
    unit: 'N/mm',
    hint: 'at the wheel; 0 without',
  },
  antiRollRearNPerMm: {
    words: 'Anti-roll bar, rear',
    figure: 'antiRoll',
    axle: 'rear',
    unit: 'N/mm',
    hint: 'at the wheel; 0 without',
  },
}

export const AXLE_FIELDS: Readonly<Record<AxleField, CarFieldWords>> = {
  designHeightMm: {
    words: 'Design ride height',
    unit: 'mm',
    hint: 'wheel centre to arch edge',
    figure: 'height',
  },
  bumpHeightMm: { words: 'Height at bump stop', unit: 'mm', figure: 'bump' },
  droopHeightMm: { words: 'Height at full droop', unit: 'mm', figure: 'droop' },
  designLoadN: { words: 'Sprung load per wheel', unit: 'N', figure: 'load' },
  motionRatio: {
    words: 'Motion ratio',
    unit: '',
    hint: 'spring travel over wheel travel',
    figure: 'motionRatio',
  },
  tyreRateNPerMm: { words: 'Tyre rate', unit: 'N/mm', figure: 'tyreRate' },
  bumpRateNPerMm: { words: 'Bump stop rate', unit: 'N/mm', figure: 'bumpRate' },
  droopRateNPerMm: { words: 'Droop stop rate', unit: 'N/mm', figure: 'droopRate' },
  effectiveAreaCm2: {
    words: 'Effective area',
    unit: 'cm²',
    hint: 'load over pressure',
    figure: 'area',
  },
  volumeAtDesignL: { words: 'Air volume at design height', unit: 'L', figure: 'volume' },
  coilForceAtDesignN: {
    words: 'Coil force at design height',
    figure: 'coilForce',
    unit: 'N',
    hint: 'at the wheel; 0 without',
  },
  coilRateNPerMm: {
    words: 'Coil rate',
    unit: 'N/mm',
    hint: 'at the wheel; 0 without',
    figure: 'coilRate',
  },
}

/** A specification as it is typed; empty fields are none. */
export interface SpecificationForm {
  readonly source: string
  readonly date: string
  readonly axles: Readonly<Record<Axle, Readonly<Record<SpecificationField, string>>>>
}

/** A figure of a specification. */
export type SpecificationField = 'nominalMm' | 'minusMm' | 'plusMm' | 'leftRightMm'

export const SPECIFICATION_FIELDS: Readonly<Record<SpecificationField, CarFieldWords>> = {
  nominalMm: { words: 'Nominal height', unit: 'mm', figure: 'height' },
  minusMm: { words: 'May be lower by', unit: 'mm', figure: 'tolerance' },
  plusMm: { words: 'May be higher by', unit: 'mm', figure: 'tolerance' },
  leftRightMm: {
    words: 'Left to right at most',
    unit: 'mm',
    hint: 'empty: none stated',
    figure: 'leftRight',
  },
}

const BLANK_FIGURES = { nominalMm: '', minusMm: '', plusMm: '', leftRightMm: '' }
/** A specification nobody has entered. */
export const BLANK_SPECIFICATION: SpecificationForm = {
  source: '',
  date: '',
  axles: { front: BLANK_FIGURES, rear: BLANK_FIGURES },
}

/** What the form holds: everything as typed. */
export interface TypeForm {
  readonly name: string
  readonly source: string
  readonly architecture: Architecture
  /** How it is built, as far as that is typed. */
  readonly built: AnatomyTexts
  readonly vehicle: Readonly<Record<VehicleField, string>>
  readonly axles: Readonly<Record<Axle, Readonly<Record<AxleField, string>>>>
  /** By level and way of measuring: see `specificationKey`. */
  readonly specifications: Readonly<Record<string, SpecificationForm>>
  /** Figures that are guesses of its class, by axle and name: see `guessName`. */
  readonly guesses: readonly string[]
}

/** Where the specification of a level by one way of measuring is kept in a form. */
export const specificationKey = (levelId: string, method: Method): string => `${method} ${levelId}`

const BLANK_AXLE = Object.fromEntries(
  Object.keys(AXLE_FIELDS).map((field) => [field, '']),
) as Record<AxleField, string>

/**
 * An empty form: the layout starts as the commonest one, the figures start empty, since nobody may
 * invent them.
 */
export const BLANK_TYPE: TypeForm = {
  name: '',
  source: '',
  architecture: usualArchitecture(),
  built: {},
  vehicle: {
    wheelbaseMm: '',
    trackFrontMm: '',
    trackRearMm: '',
    antiRollFrontNPerMm: '',
    antiRollRearNPerMm: '',
  },
  axles: { front: BLANK_AXLE, rear: BLANK_AXLE },
  specifications: {},
  guesses: [],
}

/**
 * The figures an axle is asked for: without air its coil carries the whole load, so that force is
 * not asked.
 */
export const fieldsOfAxle = (architecture: Architecture, axle: Axle): AxleField[] =>
  (Object.keys(AXLE_FIELDS) as AxleField[]).filter(
    (field) =>
      hasAirOnAxle(architecture, axle) ||
      !['effectiveAreaCm2', 'volumeAtDesignL', 'coilForceAtDesignN'].includes(field),
  )

/**
 * A vehicle type as the form shows it; null where left and right differ, which this form cannot
 * hold.
 */
export function formOf({
  name,
  source,
  architecture,
  geometry,
  specifications,
  guesses,
}: VehicleType): TypeForm | null {
  const { corners, ...vehicle } = completeGeometry(geometry)
  const alike = (a: CornerGeometry, b: CornerGeometry): boolean =>
    (Object.keys(AXLE_FIELDS) as AxleField[]).every((field) => a[field] === b[field])
  if (!alike(corners.FL, corners.FR) || !alike(corners.RL, corners.RR)) return null
  const text = <Field extends string>(figures: Readonly<Record<Field, number>>) =>
    Object.fromEntries(
      Object.entries(figures).map(([field, value]) => [field, String(value)]),
    ) as Record<Field, string>
  return {
    name,
    source,
    architecture,
    built: textsOf(architecture),
    vehicle: text(vehicle),
    axles: { front: text(corners.FL), rear: text(corners.RL) },
    specifications: Object.fromEntries(
      specifications.map((each) => [
        specificationKey(each.levelId, each.method),
        specificationFormOf(each),
      ]),
    ),
    guesses,
  }
}

function specificationFormOf({ source, date, front, rear }: Specification): SpecificationForm {
  const text = ({ nominalMm, minusMm, plusMm, leftRightMm }: Specification['front']) => ({
    nominalMm: String(nominalMm),
    minusMm: String(minusMm),
    plusMm: String(plusMm),
    leftRightMm: leftRightMm === null ? '' : String(leftRightMm),
  })
  return { source, date, axles: { front: text(front), rear: text(rear) } }
}

/**
 * What the form came to: a geometry, or the sentence for the first figure that is missing or no
 * number.
 */
export type FormOutcome =
  | { readonly ok: true; readonly geometry: VehicleGeometry }
  | { readonly ok: false; readonly sentence: string }

/** Reads the figures of a form. */
export function geometryOf({ architecture, vehicle, axles }: TypeForm): FormOutcome {
  let wrong: string | null = null
  const number = (text: string, words: string): number => {
    const value = parseNumber(text)
    if (value === null)
      wrong ??=
        text.trim() === ''
          ? `${words} is not entered: look it up.`
          : `${words}: "${text.trim()}" is not a number.`
    return value ?? 0
  }
  const figures = Object.fromEntries(
    (Object.keys(VEHICLE_FIELDS) as VehicleField[]).map((field) => [
      field,
      number(vehicle[field], VEHICLE_FIELDS[field].words),
    ]),
  ) as Record<VehicleField, number>
  const axleOf = (axle: Axle): CornerGeometry => {
    const asked = Object.fromEntries(
      fieldsOfAxle(architecture, axle).map((field) => [
        field,
        number(axles[axle][field], `${AXLE_FIELDS[field].words}, ${axle}`),
      ]),
    ) as Record<AxleField, number>
    return hasAirOnAxle(architecture, axle)
      ? asked
      : { ...asked, effectiveAreaCm2: 0, volumeAtDesignL: 0, coilForceAtDesignN: asked.designLoadN }
  }
  const made = { front: axleOf('front'), rear: axleOf('rear') }
  return wrong === null
    ? { ok: true, geometry: { ...figures, corners: perCorner((corner) => made[AXLE_OF[corner]]) } }
    : { ok: false, sentence: wrong }
}

const filled = ({ source, date, axles }: SpecificationForm): boolean =>
  [source, date, ...Object.values(axles.front), ...Object.values(axles.rear)].some(
    (text) => text.trim() !== '',
  )

/** What the specifications of a form came to. */
export type SpecificationsOutcome =
  | { readonly ok: true; readonly specifications: Specification[] }
  | { readonly ok: false; readonly sentence: string }

/**
 * Reads the specifications of a form; levels left empty have none, and those no longer listed are
 * dropped.
 */
export function specificationsOf({
  architecture,
  specifications,
}: TypeForm): SpecificationsOutcome {
  const read: Specification[] = []
  for (const [levelId, method] of architecture.levels.flatMap(({ id }) =>
    METHODS.map((each) => [id, each] as const),
  )) {
    const form = specifications[specificationKey(levelId, method)]
    if (!form || !filled(form)) continue
    let wrong: string | null = null
    const number = (text: string, words: string): number => {
      const value = parseNumber(text)
      if (value === null || value < 0)
        wrong ??=
          `Specification for ${levelId}, ${words}: ` +
          `${text.trim() === '' ? 'not entered: look it up' : `"${text.trim()}" is not a height or tolerance`}.`
      return value ?? 0
    }
    const axle = (which: Axle): Specification['front'] => {
      const { nominalMm, minusMm, plusMm, leftRightMm } = form.axles[which]
      const tolerance = (text: string, words: string, nominal: number): number => {
        const value = number(text, `${words}, ${which}`)
        if (value >= nominal && nominal > 0)
          wrong ??=
            `Specification for ${levelId}, ${which}: a tolerance of ${value} mm on a ` +
            `height of ${nominal} mm cannot be.`
        return value
      }
      const nominal = number(nominalMm, `nominal height, ${which}`)
      return {
        nominalMm: nominal,
        minusMm: tolerance(minusMm, 'tolerance downwards', nominal),
        plusMm: tolerance(plusMm, 'tolerance upwards', nominal),
        leftRightMm:
          leftRightMm.trim() === '' ? null : number(leftRightMm, `left to right, ${which}`),
      }
    }
    const made = { front: axle('front'), rear: axle('rear') }
    if (form.source.trim() === '') wrong ??= `Specification for ${levelId}: where is it written?`
    if (!/^\d{4}-\d{2}-\d{2}$/.test(form.date))
      wrong ??= `Specification for ${levelId}: of what date is the source?`
    if (wrong !== null) return { ok: false, sentence: wrong }
    read.push({ levelId, method, source: form.source.trim(), date: form.date, ...made })
  }
  return { ok: true, specifications: read }
}
