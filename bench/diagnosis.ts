import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Knowledge } from '@anklet/core/reasoning/diagnosis'
import { diagnose, knowledgeOf, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import type { Architecture } from '@anklet/core/base/vehicle'
import { medianMs } from './machine.ts'

// As many times the causes and the checks: a copied cause shows in the copied checks what it shows
// in its own, elsewhere what the first cause does.
function grown({ causes, checks }: Knowledge, times: number): Knowledge {
  const copies = Array.from({ length: times }, (_, k) => `#${k}`)
  const all = copies.flatMap((copy) =>
    causes.map((cause) => ({ ...cause, id: `${cause.id}${copy}` })),
  )
  return {
    causes: all,
    checks: copies.flatMap((copy) =>
      checks.map(({ id, cost, outcomes, likelihood }) => ({
        id: `${id}${copy}`,
        cost,
        outcomes,
        likelihood: Object.fromEntries(
          all.map((cause, i) => [
            cause.id,
            cause.id.endsWith(copy)
              ? likelihood[causes[i % causes.length]!.id]!
              : likelihood[causes[0]!.id]!,
          ]),
        ),
      })),
    ),
  }
}

/**
 * How long the whole ranking takes with the shipped knowledge of a four-corner vehicle, and with
 * that many times the causes times checks, ms.
 */
export function measureDiagnosis(): readonly {
  readonly times: number
  readonly causes: number
  readonly checks: number
  readonly ms: number
}[] {
  const { architecture } = JSON.parse(
    readFileSync(
      fileURLToPath(new URL('../demo/scenario/vehicle-types/tolmark-uvren.json', import.meta.url)),
      'utf8',
    ),
  ) as { readonly architecture: Architecture }
  const shipped = knowledgeOf(SHIPPED_BOOK, architecture)
  return [1, 2, 4].map((each) => {
    const known = grown(shipped, each)
    return {
      times: each * each,
      causes: known.causes.length,
      checks: known.checks.length,
      ms: medianMs(() => {
        diagnose(known, [{ check: `rises#0`, outcome: 'slowly' }])
      }),
    }
  })
}
