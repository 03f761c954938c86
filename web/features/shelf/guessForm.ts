import type { Axle, Guessable, VehicleClass } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, guessVehicle } from '@anklet/core/base/vehicle'
import { parseNumber } from '../../kit/typed.ts'
import type { AxleField, TypeForm, VehicleField } from './typeForm.ts'
import { AXLE_FIELDS, fieldsOfAxle } from './typeForm.ts'

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
/** The name a figure of the whole vehicle is marked with; null where it is never guessed. */
export const vehicleGuessName = (field: VehicleField): string | null =>
  field === BAR_FIELD.front
    ? barGuessName('front')
    : field === BAR_FIELD.rear
      ? barGuessName('rear')
      : null

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

/** A figure that is typed is no guess any more. */
export const withFigure = (
  form: TypeForm,
  axle: Axle,
  field: AxleField,
  text: string,
): TypeForm => ({
  ...form,
  axles: { ...form.axles, [axle]: { ...form.axles[axle], [field]: text } },
  guesses: form.guesses.filter((name) => name !== guessName(axle, field)),
})

/** The guesses a form still holds: those of figures it still asks for. */
export function guessesLeft({ guesses, architecture }: TypeForm): string[] {
  const asked = new Set(
    (['front', 'rear'] as const).flatMap((axle) => [
      ...fieldsOfAxle(architecture, axle).map((field) => guessName(axle, field)),
      barGuessName(axle),
    ]),
  )
  return guesses.filter((name) => asked.has(name))
}

/** How a guessed figure is called. */
export function guessWords(name: string): string {
  const [axle, figure] = name.split('.') as [Axle, string]
  const field = (Object.keys(AXLE_FIELDS) as AxleField[]).find(
    (each) => (CALLED[each] ?? each) === figure,
  )
  return `${field ? AXLE_FIELDS[field].words.toLowerCase() : 'anti-roll bar'}, ${axle}`
}
