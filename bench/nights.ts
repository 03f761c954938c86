import type { HypothesisId, LeakdownRequest } from '@anklet/core/measuring/leakdown'
import {
  answerGroup,
  forecastChange,
  forecast,
  HYPOTHESES,
  hypothesisCorners,
  inferLeak,
  inferNights,
  LOG_C_RANGE,
  PRIOR_WEIGHT,
  worthOfNext,
} from '@anklet/core/measuring/leakdown'
import type { Random } from '@anklet/core/base/random'
import { normal, seeded } from '@anklet/core/base/random'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { Corner, PerCorner, VehicleGeometry } from '@anklet/core/base/vehicle'
import { CORNERS, mapCorners, perCorner } from '@anklet/core/base/vehicle'

const TAPE_MM = 1.5
const GEOMETRY = 0.05
/** A slip of the tape at one corner, in both laps alike, mm. */
const SLIP_MM = 25

/** How a night is run: what bushes and thermometer really do to it, and what the inference is told of that. */
export interface Conditions {
  readonly stictionMm: number
  readonly gasK: number
  /** Rounds of readings in each night; default 2. */
  readonly rounds?: number
  /** Whether what a further night is promised to be worth is held against what it was. */
  readonly promises?: boolean
}

/** One night: what really was, what the tape said, and what was thought of it. */
interface Night {
  readonly truth: HypothesisId
  readonly best: HypothesisId
  /** What the last night alone says. */ readonly alone: HypothesisId
  readonly said: number
  readonly thumb: HypothesisId
  readonly leakSaid: boolean
  /** Whether the heights as measured were said to twist the body. */
  readonly twistSaid: boolean
  /** Whether a slip of the tape in both laps was seen: as a twist, or as what nothing fits. */
  readonly slipSeen: boolean
  readonly fitSuspect: boolean
  /** What the nights before the last said another would make of the answer; null: there were none. */
  readonly promised: number | null
}

/** Said with less, the answer is that it cannot tell yet. */
const TELLS = 0.6

/** How often the answers were right, in shares of all nights. */
export interface NightScore {
  readonly nights: number
  readonly right: number
  /** By the last night alone. */ readonly aloneRight: number
  readonly thumbRight: number
  readonly tightCars: number
  readonly tightCalledLeaking: number
  readonly thumbCalledLeaking: number
  /** Nights without a slip whose heights were said to twist the body; nights with a slip where it was seen. */
  readonly twistSaid: number
  /** The same for tight cars alone: one that sank far may as well be twisted by its leak. */
  readonly slipSeenTight: number
  readonly slipSeen: number
  /** Nights whose readings were said to be wrong or to fit nothing. */
  readonly readingsDoubted: number
  /** What a further night was promised to make of the answer, and what it made of it. */
  readonly promised: number
  readonly reached: number
  /** For answers said with a probability in a range: how many, the mean said, the share that was right. */
  readonly calibration: readonly {
    readonly from: number
    readonly to: number
    readonly count: number
    readonly said: number
    readonly was: number
  }[]
}

function draw(random: Random): HypothesisId {
  let left = random()
  for (const id of HYPOTHESES) {
    left -= PRIOR_WEIGHT[id]
    if (left < 0) return id
  }
  return 'none'
}

function leaksOf(id: HypothesisId, random: Random): Partial<Record<Corner, number>> {
  const one = () => 10 ** (LOG_C_RANGE.from + random() * (LOG_C_RANGE.to - LOG_C_RANGE.from))
  const shared = one()
  return Object.fromEntries(
    hypothesisCorners(id).map((corner) => [corner, id.endsWith('Both') ? one() : shared]),
  )
}

function believed(random: Random): VehicleGeometry {
  const between = (low: number, high: number) => low + random() * (high - low)
  const axle = () => ({
    designLoadN: between(4200, 6800),
    motionRatio: between(0.6, 0.95),
    effectiveAreaCm2: between(95, 150),
    volumeAtDesignL: between(1.8, 3.4),
  })
  return sampleVehicle({
    front: axle(),
    rear: axle(),
    vehicle: { antiRollFrontNPerMm: between(4, 20), antiRollRearNPerMm: between(2, 10) },
  })
}

// The car as it is: areas, volumes and bar rates some 5 % off what is on record.
function asBuilt(vehicle: VehicleGeometry, random: Random): VehicleGeometry {
  const off = () => 1 + GEOMETRY * normal(random)
  return {
    ...vehicle,
    antiRollFrontNPerMm: vehicle.antiRollFrontNPerMm * off(),
    antiRollRearNPerMm: vehicle.antiRollRearNPerMm * off(),
    corners: mapCorners(vehicle.corners, (corner) => ({
      ...corner,
      effectiveAreaCm2: corner.effectiveAreaCm2 * off(),
      volumeAtDesignL: corner.volumeAtDesignL * off(),
    })),
  }
}

/** "The lowest corner over 12 mm is the culprit, both sides down is the block." */
function ruleOfThumb(drop: PerCorner<number>): HypothesisId {
  const down = (corner: Corner): boolean => drop[corner] > 12
  if (!CORNERS.some(down)) return 'none'
  const lowest = CORNERS.reduce((a, b) => (drop[b] > drop[a] ? b : a))
  const axle = lowest.startsWith('F') ? (['FL', 'FR'] as const) : (['RL', 'RR'] as const)
  if (CORNERS.every(down)) return 'all'
  return axle.every(down) ? (lowest.startsWith('F') ? 'frontPair' : 'rearPair') : lowest
}

/** A car, what leaks on it, and how nights on it are run. */
interface Case extends Conditions {
  readonly vehicle: VehicleGeometry
  readonly built: VehicleGeometry
  readonly leaks: Partial<Record<Corner, number>>
}

const tapeOf =
  (random: Random) =>
  (mm: number): number[] =>
    [0, 1].map(() => mm + TAPE_MM * normal(random))

// What a kelvin does to each corner of a car that stands, mm; null where it could not stand so.
function perKelvin(
  vehicle: VehicleGeometry,
  night: { readonly hours: number; readonly startC: number; readonly levelOffsetMm: number },
): PerCorner<number> | null {
  const change = forecastChange({ vehicle, ...night, endC: night.startC - 1, leaks: {} })
  return change && mapCorners(change, (mm) => -mm)
}

/** One night on a car, as the tape tells it; null where the car could not stand so. */
function measured(random: Random, what: Case): LeakdownRequest | null {
  const { vehicle, built, leaks, stictionMm, gasK, rounds = 2 } = what
  const startC = 2 + random() * 16
  const endC = startC - random() * 14
  const levelOffsetMm = random() < 0.5 ? 0 : 25
  const night = { hours: 9 + random() * 5, startC, levelOffsetMm }
  const hours = Array.from({ length: rounds - 1 }, (_, k) => (night.hours * (k + 1)) / (rounds - 1))
  const run = forecast({
    vehicle: built,
    ...night,
    endC,
    leaks,
    sampleHours: [0, ...hours],
  })
  const perK = perKelvin(built, night)
  if (!run.ok || !perK) return null
  const tape = tapeOf(random)
  // Bushes, seals and tyres hold the car off its balance by a few mm, and the air is not as warm as
  // the thermometer: half of the variance of a change lies in the first round, half in the later.
  const off = (sigma: number): number => Math.SQRT1_2 * sigma * normal(random)
  const lap = (round: number): PerCorner<number[]> => {
    const gas = off(gasK)
    return perCorner((corner) =>
      tape(run.value[round]!.heightMm[corner] + off(stictionMm) + perK[corner] * gas),
    )
  }
  const laps = run.value.map((_, round) => lap(round))
  return {
    vehicle,
    ...night,
    endC,
    before: laps[0]!,
    after: laps.at(-1)!,
    between: hours.slice(0, -1).map((hour, k) => ({
      hour,
      temperatureC: startC + ((endC - startC) * hour) / night.hours,
      readings: laps[k + 1]!,
    })),
    modelSigmaMm: stictionMm,
    temperatureSigmaK: gasK,
  }
}

function slipIsSeen(random: Random, night: LeakdownRequest): boolean {
  const slipAt = CORNERS[Math.floor(4 * random())]!
  const slipMm = random() < 0.5 ? SLIP_MM : -SLIP_MM
  const slipped = inferLeak({
    ...night,
    after: { ...night.after, [slipAt]: night.after[slipAt].map((mm) => mm + slipMm) },
  })
  return slipped.ok && (slipped.value.closureSuspect || slipped.value.fitSuspect)
}

function promiseOf(earlier: readonly LeakdownRequest[]): number | null {
  if (earlier.length === 0) return null
  const inferred = inferNights(earlier)
  if (!inferred.ok) return null
  return worthOfNext(inferred.value.weighed).find(({ thing }) => thing === 'night')!.to
}

function oneCase(random: Random, conditions: Conditions, nights: number): Night | null {
  const vehicle = believed(random)
  const truth = draw(random)
  const what = {
    ...conditions,
    vehicle,
    built: asBuilt(vehicle, random),
    leaks: leaksOf(truth, random),
  }
  const all = Array.from({ length: nights }, () => measured(random, what)).flatMap(
    (night) => night ?? [],
  )
  const last = all.at(-1)
  if (!last || all.length < nights) return null
  const answer = inferNights(all)
  if (!answer.ok) return null
  const { posterior, best, closureSuspect, fitSuspect } = answer.value.together
  const said = HYPOTHESES.filter((id) => answerGroup(id) === answerGroup(best)).reduce(
    (sum, id) => sum + (posterior[id] ?? 0),
    0,
  )
  const mean = (list: readonly number[]) => (list[0]! + list[1]!) / 2
  return {
    truth,
    best,
    alone: answer.value.alone.best,
    said,
    thumb: ruleOfThumb(perCorner((corner) => mean(last.before[corner]) - mean(last.after[corner]))),
    leakSaid: best !== 'none' && said >= TELLS,
    twistSaid: closureSuspect,
    slipSeen: nights === 1 && (conditions.rounds ?? 2) === 2 && slipIsSeen(random, last),
    fitSuspect,
    promised: conditions.promises ? promiseOf(all.slice(0, -1)) : null,
  }
}

/**
 * Judges many seeded random cars, each over one night or several, with tape noise, stiction, a
 * wrongly known gas temperature and a geometry that is 5 % off.
 */
export function scoreNights(
  count: number,
  seed: number,
  conditions: Conditions,
  each = 1,
): NightScore {
  const random = seeded(seed)
  const nights: Night[] = []
  while (nights.length < count) {
    const night = oneCase(random, conditions, each)
    if (night) nights.push(night)
  }
  const share = (list: readonly Night[], is: (night: Night) => boolean): number =>
    list.filter(is).length / Math.max(1, list.length)
  const mean = (list: readonly number[]): number =>
    list.reduce((sum, value) => sum + value, 0) / Math.max(1, list.length)
  const right = ({ truth, best }: Night): boolean => answerGroup(truth) === answerGroup(best)
  const tight = nights.filter(({ truth }) => truth === 'none')
  const edges = [0, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.0001]
  return {
    nights: nights.length,
    right: share(nights, right),
    aloneRight: share(nights, ({ truth, alone }) => answerGroup(truth) === answerGroup(alone)),
    thumbRight: share(nights, ({ truth, thumb }) => answerGroup(truth) === answerGroup(thumb)),
    tightCars: tight.length,
    tightCalledLeaking: share(tight, ({ leakSaid }) => leakSaid),
    thumbCalledLeaking: share(tight, ({ thumb }) => thumb !== 'none'),
    twistSaid: share(nights, ({ twistSaid }) => twistSaid),
    slipSeenTight: share(tight, ({ slipSeen }) => slipSeen),
    slipSeen: share(nights, ({ slipSeen }) => slipSeen),
    readingsDoubted: share(nights, ({ twistSaid, fitSuspect }) => twistSaid || fitSuspect),
    promised: mean(nights.flatMap(({ promised }) => promised ?? [])),
    reached: mean(nights.map(({ said }) => said)),
    calibration: edges.slice(0, -1).map((from, i) => {
      const to = edges[i + 1]!
      const list = nights.filter(({ said }) => said >= from && said < to)
      return {
        from,
        to: Math.min(1, to),
        count: list.length,
        said: list.reduce((sum, { said }) => sum + said, 0) / Math.max(1, list.length),
        was: share(list, right),
      }
    }),
  }
}
