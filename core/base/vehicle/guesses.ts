import type { Architecture } from './architecture.ts'
import type { Axle, Corner } from './corners.ts'
import { AXLE_CORNERS, AXLE_OF, perCorner } from './corners.ts'
import type { CornerGeometry, VehicleGeometry } from './geometry.ts'

/** Kinds of vehicle whose usual figures may stand in for missing ones. */
export const VEHICLE_CLASSES = ['small', 'saloon', 'estateOrSuv', 'van'] as const
/** A kind of vehicle. */
export type VehicleClass = (typeof VEHICLE_CLASSES)[number]

/** Figures of an axle that may be guessed beside what any shop can measure. */
export const GUESSABLE = [
  'designLoadN',
  'motionRatio',
  'effectiveAreaCm2',
  'volumeAtDesignL',
  'coilRateNPerMm',
  'bumpTravelMm',
  'bumpRateNPerMm',
  'droopTravelMm',
  'droopRateNPerMm',
  'tyreRateNPerMm',
  'antiRollNPerMm',
] as const
/** Name of a figure that may be guessed. */
export type Guessable = (typeof GUESSABLE)[number]

/** What any shop knows of one axle. */
export interface AxleKnown extends Partial<Readonly<Record<Guessable, number>>> {
  readonly trackMm: number
  readonly designHeightMm: number
}

/** What any shop knows of a vehicle, the rest left to its class. */
export interface VehicleKnown {
  readonly vehicleClass: VehicleClass
  readonly wheelbaseMm: number
  readonly front: AxleKnown
  readonly rear: AxleKnown
}

/** A vehicle completed from its class: the figures that were guessed are named by axle. */
export interface GuessedVehicle {
  readonly geometry: VehicleGeometry
  readonly guessed: readonly `${Axle}.${Guessable}`[]
}

interface ClassFigures {
  readonly frontLoadN: number
  readonly rearLoadN: number
  readonly tyreRateNPerMm: number
  readonly travelMm: number
}

// Middling figures of the kind, from engineering sense: not any maker's, and shown as guesses
// wherever they are used.
const CLASS_FIGURES: Readonly<Record<VehicleClass, ClassFigures>> = {
  small: { frontLoadN: 3700, rearLoadN: 2900, tyreRateNPerMm: 210, travelMm: 70 },
  saloon: { frontLoadN: 4800, rearLoadN: 4300, tyreRateNPerMm: 250, travelMm: 75 },
  estateOrSuv: { frontLoadN: 5600, rearLoadN: 5500, tyreRateNPerMm: 270, travelMm: 85 },
  van: { frontLoadN: 6500, rearLoadN: 6800, tyreRateNPerMm: 340, travelMm: 85 },
}
/**
 * A spring works at about this pressure when the car stands empty, bar gauge: what area a load
 * asks for.
 */
const WORKING_BAR_G = 6
/** Volume over area of an air spring: an effective length, mm. */
const VOLUME_LENGTH_MM = 185
const MOTION_RATIO = { front: 0.75, rear: 0.85 } as const

function guessAxle(
  axle: Axle,
  withAir: boolean,
  helped: boolean,
  { vehicleClass, ...known }: VehicleKnown,
): Record<Guessable, number> {
  const figures = CLASS_FIGURES[vehicleClass]
  const given = known[axle]
  const designLoadN =
    given.designLoadN ?? (axle === 'front' ? figures.frontLoadN : figures.rearLoadN)
  const motionRatio = given.motionRatio ?? MOTION_RATIO[axle]
  const share = helped ? 0.5 : 1
  const effectiveAreaCm2 = withAir
    ? (given.effectiveAreaCm2 ?? (designLoadN * share) / (motionRatio * WORKING_BAR_G * 10))
    : 0
  return {
    designLoadN,
    motionRatio,
    effectiveAreaCm2,
    volumeAtDesignL: withAir
      ? (given.volumeAtDesignL ?? effectiveAreaCm2 * VOLUME_LENGTH_MM * 1e-4)
      : 0,
    coilRateNPerMm: given.coilRateNPerMm ?? (withAir ? (helped ? 14 : 0) : designLoadN / 200),
    bumpTravelMm: given.bumpTravelMm ?? figures.travelMm,
    bumpRateNPerMm: given.bumpRateNPerMm ?? 80,
    droopTravelMm: given.droopTravelMm ?? figures.travelMm + 10,
    droopRateNPerMm: given.droopRateNPerMm ?? 400,
    tyreRateNPerMm: given.tyreRateNPerMm ?? figures.tyreRateNPerMm,
    antiRollNPerMm: given.antiRollNPerMm ?? 8,
  }
}

/**
 * Completes a vehicle from what any shop knows. Guesses are middling figures of the kind of
 * vehicle and must be shown as such.
 * @param air what carries air on each axle: an air damper beside a coil shares the load with it.
 */
export function guessVehicle(known: VehicleKnown, air: Architecture['air']): GuessedVehicle {
  const helped = (axle: Axle): boolean => air[axle] === 'airDamper'
  const axles = {
    front: guessAxle('front', air.front !== 'none', helped('front'), known),
    rear: guessAxle('rear', air.rear !== 'none', helped('rear'), known),
  }
  const corner = (name: Corner): CornerGeometry => {
    const axle = AXLE_OF[name]
    const { bumpTravelMm, droopTravelMm, antiRollNPerMm: _bar, ...figures } = axles[axle]
    const { designHeightMm } = known[axle]
    const coilShare = air[axle] === 'none' ? 1 : helped(axle) ? 0.5 : 0
    return {
      ...figures,
      designHeightMm,
      coilForceAtDesignN: figures.designLoadN * coilShare,
      bumpHeightMm: designHeightMm - bumpTravelMm,
      droopHeightMm: designHeightMm + droopTravelMm,
    }
  }
  const relevant = (axle: Axle, figure: Guessable): boolean =>
    air[axle] !== 'none' ||
    (figure !== 'effectiveAreaCm2' && figure !== 'volumeAtDesignL' && figure !== 'motionRatio')
  return {
    geometry: {
      wheelbaseMm: known.wheelbaseMm,
      trackFrontMm: known.front.trackMm,
      trackRearMm: known.rear.trackMm,
      antiRollFrontNPerMm: axles.front.antiRollNPerMm,
      antiRollRearNPerMm: axles.rear.antiRollNPerMm,
      corners: perCorner(corner),
    },
    guessed: (Object.keys(AXLE_CORNERS) as Axle[]).flatMap((axle) =>
      GUESSABLE.filter((figure) => known[axle][figure] === undefined && relevant(axle, figure)).map(
        (figure) => `${axle}.${figure}` as const,
      ),
    ),
  }
}

/**
 * How much guessed figures leave open: shares of the unexplained change, and of what the cold
 * explains.
 */
export interface GuessShares {
  readonly geometryShare: number
  readonly coldShare: number
}

// What a middling figure may be off by on any one vehicle, as a share.
const OFF_BY: Readonly<Partial<Record<string, number>>> = {
  wheelbaseMm: 0.08,
  trackMm: 0.05,
  designLoadN: 0.12,
  motionRatio: 0.1,
  effectiveAreaCm2: 0.12,
  volumeAtDesignL: 0.3,
  tyreRateNPerMm: 0.05,
  antiRollNPerMm: 0.08,
}
/** A volume decides what the cold does, nothing of the rest. */
const VOLUME = 'volumeAtDesignL'
/** Looked-up figures are known to some 5 %. */
const LOOKED_UP = 0.05

/**
 * How far to widen every answer for the figures that were guessed.
 * @param guessed names as `guessVehicle` gives them; names it does not know widen nothing.
 */
export function guessShares(guessed: readonly string[]): GuessShares {
  const names = new Set(guessed.map((name) => name.split('.')[1]!))
  const sum = [...names].reduce(
    (total, name) => total + (name === VOLUME ? 0 : (OFF_BY[name] ?? 0)) ** 2,
    LOOKED_UP ** 2,
  )
  return {
    geometryShare: Math.sqrt(sum),
    coldShare: names.has(VOLUME) ? OFF_BY[VOLUME]! : 0,
  }
}
