import { TERMS } from '../plain/terms.ts'
import type { Method } from '@anklet/core/measuring/heights'
import { METHOD_ORDERS } from '../heights/methods.ts'

/** A figure of a vehicle type that can be pointed at on a car. */
export const CAR_FIGURES = [
  'wheelbase',
  'track',
  'antiRoll',
  'height',
  'bump',
  'droop',
  'tolerance',
  'leftRight',
  'load',
  'motionRatio',
  'tyreRate',
  'bumpRate',
  'droopRate',
  'area',
  'volume',
  'coilForce',
  'coilRate',
] as const
/** A figure of a vehicle type that can be pointed at on a car. */
export type CarFigure = (typeof CAR_FIGURES)[number]

interface FigureWords {
  readonly title: string
  /** What it is. */
  readonly is: string
  /** Where it is read, or how it is found. */
  readonly readAt: string
}

const WORDS: Readonly<Record<CarFigure, FigureWords>> = {
  wheelbase: {
    title: 'Wheelbase',
    is: 'From the middle of the front wheel to the middle of the rear wheel of the same side.',
    readAt: 'In the papers of the car, or by a tape along the sill.',
  },
  track: {
    title: 'Track',
    is: 'From the middle of the left tyre to the middle of the right tyre of one axle.',
    readAt: 'In the papers, or by a tape on the ground.',
  },
  antiRoll: {
    title: 'Anti-roll bar',
    is:
      'How hard the bar pushes back at the wheel when one side stands a millimetre higher than ' +
      'the other.',
    readAt: 'Hardly ever written down: a guess of its class does. 0 where there is no bar.',
  },
  height: {
    title: 'Ride height',
    is: 'How high the car stands at its usual level, the way this car is measured.',
    readAt: 'In the maker’s service information, with the level and the way of measuring.',
  },
  bump: {
    title: 'Height at the bump stop',
    is: 'The height, measured the same way, at which the body comes down onto its bump stop.',
    readAt: 'With the air let out, on its wheels: what the tape shows then.',
  },
  droop: {
    title: 'Height at full droop',
    is: 'The height, measured the same way, with the wheel hanging as far as it goes.',
    readAt: 'On a lift, the wheel hanging: what the tape shows then.',
  },
  tolerance: {
    title: 'Lower and higher',
    is: 'How far off its nominal height a corner may stand and still be right.',
    readAt: 'Beside the nominal height in the maker’s service information.',
  },
  leftRight: {
    title: 'Left to right',
    is: 'How far the two sides of an axle may stand apart.',
    readAt: 'In the maker’s service information; left empty where none is stated.',
  },
  load: {
    title: 'Sprung load',
    is: 'What one spring carries at its wheel: the load on the wheel less wheel, hub and brake.',
    readAt: 'From scales under the wheels, less the unsprung weight; see the help below.',
  },
  motionRatio: {
    title: 'Motion ratio',
    is: TERMS.motionRatio.is,
    readAt:
      'Measured along the arm: from its pivot to the spring over from its pivot to the wheel.',
  },
  tyreRate: {
    title: 'Tyre rate',
    is: 'How much load presses the tyre a millimetre flatter.',
    readAt: 'Hardly ever written down: a guess of its class does.',
  },
  bumpRate: {
    title: 'Bump stop rate',
    is: 'How hard the bump stop pushes back for each millimetre it is pressed.',
    readAt: 'Hardly ever written down: a guess of its class does.',
  },
  droopRate: {
    title: 'Droop stop rate',
    is: 'How hard the damper, pulled out to its end, holds for each millimetre more.',
    readAt: 'Hardly ever written down: a guess of its class does.',
  },
  area: {
    title: 'Effective area',
    is: 'The area that the pressure in the spring pushes on: its load over its pressure.',
    readAt: 'From a pressure read at that spring at its usual height; see the help below.',
  },
  volume: {
    title: 'Air volume',
    is: 'How much room for air is in the spring at its usual height, with what is joined to it.',
    readAt: 'In the maker’s or the spring’s papers; else a guess of its class does.',
  },
  coilForce: {
    title: 'Coil force',
    is: 'How much of the load a coil beside the air carries at the wheel at the usual height.',
    readAt: 'From its rate and how far it is pressed together; 0 without a coil.',
  },
  coilRate: {
    title: 'Coil rate',
    is: 'How much more a coil carries at the wheel for each millimetre it is pressed.',
    readAt: 'From its papers, or on the Bench from wire, turns and diameter; 0 without a coil.',
  },
}

/**
 * What a figure of a type is, and where it is read.
 * @param axle the axle it is asked of; null: of the whole car
 */
export function carFigureWords(
  figure: CarFigure,
  axle: 'front' | 'rear' | null,
  method: Method,
): FigureWords & { readonly says: string } {
  const { title, is, readAt } = WORDS[figure]
  const how =
    figure === 'height' || figure === 'tolerance' || figure === 'leftRight'
      ? ` ${METHOD_ORDERS[method]}`
      : ''
  const name = axle === null ? title : `${title}, ${axle} axle`
  return { title: name, is: is + how, readAt, says: `${is}${how} ${readAt}` }
}

/** Names inside the drawing of a car. */
export const CAR_LABELS = {
  side: 'from the side, front to the left',
  front: 'from the front',
  rear: 'from behind',
  wheel: 'wheel',
  spring: 'spring',
} as const
