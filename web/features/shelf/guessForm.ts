import type { Axle, Guessable, VehicleClass } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, guessVehicle } from '@anklet/core/base/vehicle'
import { LAYOUT_GUESS, trackGuess, WHEELBASE_GUESS } from '@anklet/core/base/starting'
import { parseNumber } from '../../kit/typed.ts'
import type { AxleField, TypeForm, VehicleField } from './typeForm.ts'
import { AXLE_FIELDS, fieldsOfAxle, VEHICLE_FIELDS } from './typeForm.ts'

// Where a figure of the form is called otherwise by the arithmetic of guesses.
const CALLED: Readonly<Partial<Record<AxleField, string>>> = {
  bumpHeightMm: 'bumpTravelMm',
  droopHeightMm: 'droopTravelMm',
}
const BAR_FIELD: Readonly<Record<Axle, VehicleField>> = {
  front: 'antiRollFrontNPerMm',
  rear: 'antiRollRearNPerMm',
}

/** The name a guessed figure of an axle is marked with. */
export const guessName = (axle: Axle, field: AxleField): string =>
  `${axle}.${CALLED[field] ?? field}`
/** The same for an anti-roll bar. */
export const barGuessName = (axle: Axle): string => `${axle}.antiRollNPerMm`
/** The name a figure of the whole vehicle is marked with. */
export const vehicleGuessName = (field: VehicleField): string =>
  ({
    wheelbaseMm: WHEELBASE_GUESS,
    trackFrontMm: trackGuess('front'),
    trackRearMm: trackGuess('rear'),
    antiRollFrontNPerMm: barGuessName('front'),
    antiRollRearNPerMm: barGuessName('rear'),
  })[field]

/** A form with its empty figures filled in, or why that cannot be. */
export type Filled =
  { readonly ok: true; readonly form: TypeForm } | { readonly ok: false; readonly sentence: string }

const rounded = (value: number): string => String(Number(value.toPrecision(3)))

function knownOf(
  form: TypeForm,
  axle: Axle,
):
  | ({ readonly trackMm: number; readonly designHeightMm: number } & Partial<
      Record<Guessable, number>
    >)
  | null {
  const fields = form.axles[axle]
  const trackMm = parseNumber(form.vehicle[axle === 'front' ? 'trackFrontMm' : 'trackRearMm'])
  const designHeightMm = parseNumber(fields.designHeightMm)
  if (trackMm === null || designHeightMm === null) return null
  const figure = (name: Guessable, value: number | null): Partial<Record<Guessable, number>> =>
    value === null ? {} : { [name]: value }
  const [bump, droop] = [parseNumber(fields.bumpHeightMm), parseNumber(fields.droopHeightMm)]
  const plain = (
    [
      'designLoadN',
      'motionRatio',
      'effectiveAreaCm2',
      'volumeAtDesignL',
      'coilRateNPerMm',
      'bumpRateNPerMm',
      'droopRateNPerMm',
      'tyreRateNPerMm',
    ] as const
  ).map((name) => figure(name, parseNumber(fields[name])))
  return Object.assign(
    { trackMm, designHeightMm },
    ...plain,
    figure('bumpTravelMm', bump === null ? null : designHeightMm - bump),
    figure('droopTravelMm', droop === null ? null : droop - designHeightMm),
    figure('antiRollNPerMm', parseNumber(form.vehicle[BAR_FIELD[axle]])),
  ) as ReturnType<typeof knownOf>
}

/**
 * Fills the empty figures of a form with middling ones of a class, each marked as a guess.
 * Wheelbase, tracks and heights have to be there.
 */
export function fillGuesses(form: TypeForm, vehicleClass: VehicleClass): Filled {
  const wheelbaseMm = parseNumber(form.vehicle.wheelbaseMm)
  const [front, rear] = [knownOf(form, 'front'), knownOf(form, 'rear')]
  if (wheelbaseMm === null || !front || !rear)
    return {
      ok: false,
      sentence:
        'First wheelbase, both tracks and both design heights: those can be measured, and nobody may guess a height.',
    }
  const { geometry } = guessVehicle(
    { vehicleClass, wheelbaseMm, front, rear },
    form.architecture.air,
  )
  const guesses = new Set(form.guesses)
  const axles = { front: { ...form.axles.front }, rear: { ...form.axles.rear } }
  const vehicle = { ...form.vehicle }
  for (const axle of ['front', 'rear'] as const) {
    const figures = geometry.corners[AXLE_CORNERS[axle][0]]
    for (const field of fieldsOfAxle(form.architecture, axle)) {
      if (axles[axle][field].trim() !== '') continue
      axles[axle][field] = rounded(figures[field])
      guesses.add(guessName(axle, field))
    }
    if (vehicle[BAR_FIELD[axle]].trim() === '') {
      vehicle[BAR_FIELD[axle]] = rounded(
        axle === 'front' ? geometry.antiRollFrontNPerMm : geometry.antiRollRearNPerMm,
      )
      guesses.add(barGuessName(axle))
    }
  }
  return { ok: true, form: { ...form, axles, vehicle, guesses: [...guesses] } }
}

/** Room a guessed droop stop has over a guessed bump stop, mm: see `guessVehicle`. */
const MORE_DROOP_MM = 10

// Stops that are guesses keep their distance from a height that is typed.
function stopsAbout(
  form: TypeForm,
  axle: Axle,
  designText: string,
): Partial<Record<AxleField, string>> {
  const isGuess = (field: AxleField): boolean => form.guesses.includes(guessName(axle, field))
  const [design, bump, droop] = [
    parseNumber(designText),
    parseNumber(form.axles[axle].bumpHeightMm),
    parseNumber(form.axles[axle].droopHeightMm),
  ]
  if (!isGuess('bumpHeightMm') || !isGuess('droopHeightMm')) return {}
  if (design === null || bump === null || droop === null) return {}
  const travel = (droop - bump - MORE_DROOP_MM) / 2
  return {
    bumpHeightMm: String(design - travel),
    droopHeightMm: String(design + travel + MORE_DROOP_MM),
  }
}

/** A figure that is typed is no guess any more. */
export const withFigure = (
  form: TypeForm,
  axle: Axle,
  field: AxleField,
  text: string,
): TypeForm => ({
  ...form,
  axles: {
    ...form.axles,
    [axle]: {
      ...form.axles[axle],
      ...(field === 'designHeightMm' ? stopsAbout(form, axle, text) : {}),
      [field]: text,
    },
  },
  guesses: form.guesses.filter((name) => name !== guessName(axle, field)),
})

/** Whether nobody said yet that a car is laid out as the form has it. */
export const isLayoutGuessed = ({ guesses }: Pick<TypeForm, 'guesses'>): boolean =>
  guesses.includes(LAYOUT_GUESS)

/** A form whose layout somebody looked up. */
export const withLayoutKnown = (form: TypeForm): TypeForm => ({
  ...form,
  guesses: form.guesses.filter((name) => name !== LAYOUT_GUESS),
})

/** The guesses a form still holds: those of figures it still asks for. */
export function guessesLeft({ guesses, architecture }: TypeForm): string[] {
  const asked = new Set([
    LAYOUT_GUESS,
    ...(Object.keys(VEHICLE_FIELDS) as VehicleField[]).map(vehicleGuessName),
    ...(['front', 'rear'] as const).flatMap((axle) =>
      fieldsOfAxle(architecture, axle).map((field) => guessName(axle, field)),
    ),
  ])
  return guesses.filter((name) => asked.has(name))
}

/** How a guessed figure is called. */
export function guessWords(name: string): string {
  if (name === LAYOUT_GUESS) return 'how its air is laid out'
  const whole = (Object.keys(VEHICLE_FIELDS) as VehicleField[]).find(
    (field) => vehicleGuessName(field) === name,
  )
  if (whole) return VEHICLE_FIELDS[whole].words.toLowerCase()
  const [axle, figure] = name.split('.') as [Axle, string]
  const field = (Object.keys(AXLE_FIELDS) as AxleField[]).find(
    (each) => (CALLED[each] ?? each) === figure,
  )
  return `${field ? AXLE_FIELDS[field].words.toLowerCase() : figure}, ${axle}`
}
