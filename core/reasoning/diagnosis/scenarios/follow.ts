import type { Architecture } from '../../../base/vehicle/index.ts'
import type { Evidence, VehicleKnowledge } from '../index.ts'
import { diagnose, quietOf } from '../index.ts'

/** A car with a fault: what is said on arrival, what each check would show, and the truth. */
export interface Scenario {
  readonly name: string
  readonly said: Readonly<Record<string, string>>
  /** By check; what is not named shows what a sound car shows. */
  readonly shows: Readonly<Record<string, string>>
  /** The single causes that are there. */ readonly truth: readonly string[]
  readonly architecture?: Partial<Architecture>
}

/** What following the advice came to. */
export interface Followed {
  /** Checks done, in their order. */ readonly done: readonly string[]
  readonly handsOnMin: number
  readonly unattendedH: number
  /** The single causes that were concluded; null: nothing was. */
  readonly concluded: readonly string[] | null
  readonly p: number
}

/** The single causes a cause is made of. */
export const singlesOf = (known: VehicleKnowledge, cause: string): readonly string[] =>
  known.causeOf
    .get(cause)!
    .parts.map(({ cause: { id }, place }) => (place === null ? id : `${id}.${place}`))
    .toSorted()

/** Does what is advised and nothing else, until a repair is advised. */
export function follow(known: VehicleKnowledge, scenario: Scenario, most: number): Followed {
  const evidence: Evidence[] = Object.entries(scenario.said).map(([check, outcome]) => ({
    check,
    outcome,
  }))
  const done: string[] = []
  let [handsOnMin, unattendedH] = [0, 0]
  for (;;) {
    const answer = diagnose(known, evidence)
    if (!answer.ok) throw new Error(`${scenario.name}: ${JSON.stringify(answer.error)}`)
    const { recommend, posterior } = answer.value
    const p = posterior.find(({ cause }) => cause === recommend.id)?.p ?? posterior[0]!.p
    if (recommend.kind !== 'check' || done.length === most)
      return {
        done,
        handsOnMin,
        unattendedH,
        concluded: recommend.kind === 'repair' ? singlesOf(known, recommend.id) : null,
        p,
      }
    const { check } = known.checkOf.get(recommend.id)!
    evidence.push({
      check: recommend.id,
      outcome: scenario.shows[recommend.id] ?? quietOf(check),
    })
    done.push(recommend.id)
    handsOnMin += check.minutes
    unattendedH += check.unattendedH ?? 0
  }
}
