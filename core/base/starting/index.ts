// A car that nobody entered: what it is taken for until the shop fills it in.
import type {
  AirForm,
  Architecture,
  Axle,
  CornerGeometry,
  PerCorner,
  VehicleClass,
  VehicleGeometry,
} from '../vehicle/index.ts'
import {
  AXLE_CORNERS,
  AXLE_OF,
  AXLES,
  guessShares,
  guessVehicle,
  heightAtLevelMm,
  mapCorners,
  usualArchitecture,
} from '../vehicle/index.ts'

/** Where a car that nobody entered has air, as it is told by looking at it. */
export const STARTING_AIR = ['four', 'front', 'rear', 'rearBesideCoils'] as const
/** One of these. */
export type StartingAir = (typeof STARTING_AIR)[number]

const AIR: Readonly<Record<StartingAir, Readonly<Record<Axle, AirForm>>>> = {
  four: { front: 'strut', rear: 'bellows' },
  front: { front: 'strut', rear: 'none' },
  rear: { front: 'none', rear: 'bellows' },
  rearBesideCoils: { front: 'none', rear: 'airDamper' },
}

interface Sizes {
  readonly wheelbaseMm: number
  readonly trackMm: number
  readonly heightMm: number
}

// Middling sizes of the kind, of no maker's car.
const SIZES: Readonly<Record<VehicleClass, Sizes>> = {
  small: { wheelbaseMm: 2550, trackMm: 1490, heightMm: 370 },
  saloon: { wheelbaseMm: 2850, trackMm: 1570, heightMm: 380 },
  estateOrSuv: { wheelbaseMm: 2880, trackMm: 1630, heightMm: 430 },
  van: { wheelbaseMm: 3200, trackMm: 1680, heightMm: 460 },
}

/** Stands for how the air is laid out, which nobody looked up either. */
export const LAYOUT_GUESS = 'vehicle.layout'
/** Stands for the wheelbase. */
export const WHEELBASE_GUESS = 'vehicle.wheelbaseMm'
/** Stands for the height an axle is made to stand at. */
export const heightGuess = (axle: Axle): string => `${axle}.designHeightMm`
/** Stands for a track. */
export const trackGuess = (axle: Axle): string => `${axle}.trackMm`

/** What a car is taken for, and which of it are guesses. */
export interface StartingVehicle {
  readonly architecture: Architecture
  readonly geometry: VehicleGeometry
  /** By axle and name; of the whole vehicle under `vehicle`. */
  readonly guesses: readonly string[]
}

/**
 * What a car is taken for of which only is known where it has air and how large it is. Every
 * figure is a guess, heights too: until it is measured they only hold the place of what it will
 * stand at (see `standAs`), and nothing may be judged by them.
 */
export function startingVehicle(air: StartingAir, vehicleClass: VehicleClass): StartingVehicle {
  const { wheelbaseMm, trackMm, heightMm } = SIZES[vehicleClass]
  const axle = { trackMm, designHeightMm: heightMm }
  const { geometry, guessed } = guessVehicle(
    { vehicleClass, wheelbaseMm, front: axle, rear: axle },
    AIR[air],
  )
  return {
    architecture: usualArchitecture({ air: AIR[air], reservoir: air === 'four' }),
    geometry,
    guesses: [
      LAYOUT_GUESS,
      WHEELBASE_GUESS,
      ...AXLES.flatMap((each) => [trackGuess(each), heightGuess(each)]),
      ...guessed,
    ],
  }
}

/** Whether nobody looked up what height a vehicle is made to stand at: it is judged by none. */
export const heightsAreGuessed = (guesses: readonly string[] | undefined): boolean =>
  guesses !== undefined && AXLES.some((axle) => guesses.includes(heightGuess(axle)))

interface Designed {
  readonly geometry: {
    readonly corners: PerCorner<Pick<CornerGeometry, 'designHeightMm' | 'effectiveAreaCm2'>>
  }
  /** Figures nobody looked up; left out: all were. */
  readonly guesses?: readonly string[]
}

/**
 * Height each corner of a vehicle is made to stand at on a level, mm; null: nobody entered it.
 * @param levelOffsetMm level over design height, mm
 */
export const designHeights = (
  { geometry, guesses }: Designed,
  levelOffsetMm: number,
): PerCorner<number> | null =>
  heightsAreGuessed(guesses)
    ? null
    : mapCorners(geometry.corners, (corner) => heightAtLevelMm(corner, levelOffsetMm))

const atHeight = (corner: CornerGeometry, designHeightMm: number): CornerGeometry => ({
  ...corner,
  designHeightMm,
  bumpHeightMm: designHeightMm - (corner.designHeightMm - corner.bumpHeightMm),
  droopHeightMm: designHeightMm + (corner.droopHeightMm - corner.designHeightMm),
})

/**
 * A vehicle whose guessed heights are put where it was measured: the higher side of each axle,
 * since the lower one may have sunk. The stops keep their distance. They stay guesses.
 * @param measuredMm ride heights, mm
 */
export const standAs = (
  geometry: VehicleGeometry,
  guesses: readonly string[],
  measuredMm: PerCorner<number>,
): VehicleGeometry => ({
  ...geometry,
  corners: mapCorners(geometry.corners, (corner, name) => {
    const axle = AXLE_OF[name]
    const standsAtMm = Math.max(...AXLE_CORNERS[axle].map((each) => measuredMm[each]))
    return guesses.includes(heightGuess(axle)) ? atHeight(corner, standsAtMm) : corner
  }),
})

/** Figures a shop can find out with a tape, or from its papers or a scale. */
export const ASKABLE = ['wheelbaseMm', 'trackMm', 'designLoadN'] as const
/** One of these. */
export type Askable = (typeof ASKABLE)[number]

/** The figure that would narrow the answers most. */
export interface FigureToAsk {
  readonly figure: Askable
  /** What is left of the guesses' width once it is known, 0 to 1. */
  readonly left: number
}

const spread = (guesses: readonly string[]): number => {
  const { geometryShare, coldShare } = guessShares(guesses)
  return Math.hypot(geometryShare, coldShare)
}

const isOf = (figure: string) => (name: string) => name.endsWith(`.${figure}`)

/** Which figure would narrow the answers most if somebody found it out; null: none is guessed. */
export function figureToAsk(guesses: readonly string[]): FigureToAsk | null {
  const now = spread(guesses)
  const asked = ASKABLE.filter((figure) => guesses.some(isOf(figure))).map(
    (figure): FigureToAsk => ({
      figure,
      left: spread(guesses.filter((name) => !isOf(figure)(name))) / now,
    }),
  )
  return asked.reduce<FigureToAsk | null>(
    (best, each) => (best === null || each.left < best.left ? each : best),
    null,
  )
}

// What was guessed from a load goes with it: the coil's share, the area and the air in it.
const atLoad = (
  corner: CornerGeometry,
  designLoadN: number,
  guessed: (figure: string) => boolean,
): CornerGeometry => {
  const share = designLoadN / corner.designLoadN
  const scaled = (figure: 'effectiveAreaCm2' | 'volumeAtDesignL'): number =>
    corner[figure] * (guessed(figure) ? share : 1)
  return {
    ...corner,
    designLoadN,
    coilForceAtDesignN: corner.coilForceAtDesignN * share,
    effectiveAreaCm2: scaled('effectiveAreaCm2'),
    volumeAtDesignL: scaled('volumeAtDesignL'),
  }
}

/** A figure that somebody found out, mm or N: of the whole vehicle, or one for each axle. */
export type Answer =
  | { readonly figure: 'wheelbaseMm'; readonly value: number }
  | {
      readonly figure: 'trackMm' | 'designLoadN'
      readonly front: number
      readonly rear: number
    }

/** A vehicle with a figure that was found out in place of its guess. */
export function withAnswer(
  { geometry, guesses }: Pick<StartingVehicle, 'geometry' | 'guesses'>,
  answer: Answer,
): Pick<StartingVehicle, 'geometry' | 'guesses'> {
  const left = guesses.filter((name) => !isOf(answer.figure)(name))
  switch (answer.figure) {
    case 'wheelbaseMm':
      return { geometry: { ...geometry, wheelbaseMm: answer.value }, guesses: left }
    case 'trackMm':
      return {
        geometry: { ...geometry, trackFrontMm: answer.front, trackRearMm: answer.rear },
        guesses: left,
      }
    case 'designLoadN': {
      const corners = mapCorners(geometry.corners, (corner, name) => {
        const axle = AXLE_OF[name]
        return atLoad(corner, answer[axle], (figure) => guesses.includes(`${axle}.${figure}`))
      })
      return { geometry: { ...geometry, corners }, guesses: left }
    }
  }
}
