import type { Agreement, CoilEntry, CommandPayload, Job, Rate } from '@anklet/contract'
import type { BuiltOption, OptionCost, Assumed, Failed } from '@anklet/core/reasoning/strategy'
import { AXLE_CORNERS } from '@anklet/core/base/vehicle'
import { lineWords, optionTitle } from '@anklet/language/repair/decision'
import { axleOf, cornerOf } from '@anklet/core/reasoning/strategy'

/** ISO 4217 for none. */
const NO_CURRENCY = 'XXX'

/** What a decision is made of. */
export interface DecisionMade {
  readonly job: Job
  readonly failed: Failed
  readonly picked: BuiltOption
  /** What it costs over the years; undefined where that is not known. */
  readonly cost: OptionCost | undefined
  /** What an hour costs; null: nobody said. */
  readonly rate: Rate | null
  readonly assumed: Assumed
  /** Chosen for the axle; counts only where the option has a coil in it. */
  readonly coil: CoilEntry | null
  readonly reason: string
  /** A date; empty: the offer has no end. */
  readonly validUntil: string
}

const costOver = (
  { horizonYears }: Assumed,
  cost: OptionCost | undefined,
): CommandPayload<'decision.take'>['over'] =>
  cost
    ? {
        years: horizonYears,
        mean: cost.meanCost,
        p10: cost.p10Cost,
        p90: cost.p90Cost,
        secondVisit: cost.secondVisitProbability,
      }
    : null

/** Decides for an option, with its lines as they go onto the estimate. */
export function takeDecision(
  decisionId: string,
  made: DecisionMade,
): CommandPayload<'decision.take'> {
  const { job, failed, picked, cost, rate, assumed, reason, validUntil } = made
  const axle = axleOf(failed, job)
  const coil = picked.lines.some(({ kind }) => kind === 'coil') ? made.coil : null
  return {
    decisionId,
    jobId: job.id,
    option: picked.id,
    corner: cornerOf(failed, job),
    title: optionTitle(picked.id, axle),
    reason: reason.trim(),
    validUntil: validUntil === '' ? null : validUntil,
    currency: rate?.currency ?? NO_CURRENCY,
    lines: picked.lines.map((line) => ({
      words: `${lineWords(line, axle)}${line.kind === 'coil' && coil ? ` ${coil.name}` : ''}`,
      hours: line.hours,
      amount:
        rate === null || line.cost === null || line.hours === null
          ? null
          : line.cost + line.hours * rate.perHour,
    })),
    taxPercent: rate?.taxPercent ?? 0,
    coils: coil ? Object.fromEntries(AXLE_CORNERS[axle].map((corner) => [corner, coil.name])) : {},
    over: costOver(assumed, cost),
  }
}

/** That the owner agrees, as it is typed and tapped. */
export interface TypedAgreement {
  readonly name: string
  /** How they said so; null: it is not tapped yet. */
  readonly way: Agreement['way'] | null
}

/** Writes down that the owner agreed to a decision, and how they said so. */
export const agreeTo = (
  agreementId: string,
  jobId: string,
  decisionId: string,
  { name, way }: TypedAgreement,
): CommandPayload<'decision.agree'> => ({
  agreementId,
  jobId,
  decisionId,
  name: name.trim(),
  way: way as Agreement['way'],
})
