import type { Job, Round, Watch } from '@anklet/contract'
import type { LeftOut, Readings } from '@anklet/core/measuring/heights'
import { countedReadings, leaveDoubtfulOut, modelSigmaMm } from '@anklet/core/measuring/heights'
import type { LeakdownRequest, PriorReason } from '@anklet/core/measuring/leakdown'
import { gasTemperatureSigmaK, priorsFor } from '@anklet/core/measuring/leakdown'
import { knownVehicle } from '../model/knownVehicle.ts'
import { believedNights, watchRounds } from '../model/watchState.ts'

/**
 * What a watch asks of the arithmetic, why it starts from the weights it does, and which readings
 * it leaves out.
 */
export interface WatchQuestion {
  readonly request: LeakdownRequest
  readonly reasons: readonly PriorReason[]
  readonly leftOut: readonly LeftOut[]
}

/** The rounds of a watch in the order they were walked. */
export interface WalkedRounds {
  readonly evening: Round
  readonly between: readonly Round[]
  readonly morning: Round
}

const HOUR_MS = 3_600_000

/**
 * A watch with all its rounds as the question it puts to the arithmetic. The gas temperature is
 * known as well as at the worst of
 * the rounds; the air has had all the time since the first to soak.
 */
export function questionOf(
  job: Job,
  { minutesSinceRun }: Pick<Watch, 'minutesSinceRun'>,
  { evening, between, morning }: WalkedRounds,
  repeatabilityMm: number,
): WatchQuestion {
  const hoursAt = (round: Round): number =>
    (Date.parse(round.endedAt) - Date.parse(evening.endedAt)) / HOUR_MS
  const { weights, reasons } = priorsFor(job.vehicleType.architecture, {
    corners: job.complaint.where,
  })
  const all = [evening, ...between, morning]
  const sigmas = all.map((round) =>
    gasTemperatureSigmaK({
      thermometer: round.thermometer,
      minutesSinceRun:
        round === evening ? minutesSinceRun : (minutesSinceRun ?? 0) + hoursAt(round) * 60,
    }),
  )
  const leftOut: LeftOut[] = []
  const kept = (round: Round): Readings => {
    const sorted = leaveDoubtfulOut(countedReadings(round), repeatabilityMm)
    leftOut.push(...sorted.leftOut)
    return sorted.kept
  }
  const request: LeakdownRequest = {
    ...knownVehicle(job),
    hours: hoursAt(morning),
    startC: evening.temperatureC,
    endC: morning.temperatureC,
    temperatureSigmaK: Math.max(...sigmas),
    repeatabilityMm,
    before: kept(evening),
    between: between.map((round) => ({
      hour: hoursAt(round),
      temperatureC: round.temperatureC,
      readings: kept(round),
    })),
    after: kept(morning),
    levelOffsetMm: evening.levelOffsetMm,
    modelSigmaMm: modelSigmaMm(all.every(({ rolledAndBounced }) => rolledAndBounced)),
    priors: weights,
  }
  return { request, reasons, leftOut }
}

/** Earlier nights of the same case as questions, oldest first. */
export function earlierQuestions(
  job: Job,
  watch: Pick<Watch, 'id' | 'startedAt'>,
  repeatabilityMm: number,
): readonly LeakdownRequest[] {
  return believedNights(job, Date.parse(watch.startedAt))
    .filter(({ id }) => id !== watch.id)
    .flatMap((each) => {
      const rounds = watchRounds(job, each)
      return rounds?.morning
        ? [questionOf(job, each, { ...rounds, morning: rounds.morning }, repeatabilityMm).request]
        : []
    })
}
