import { USUAL_LIVES } from './build.ts'
import type { LifeRecord } from './lives.ts'
import { fitLife } from './lives.ts'
import type { LivingPart } from './options.ts'

/** A life, and whether it is this shop's own. */
export interface KnownLife {
  readonly life: LivingPart['life']
  readonly from: 'part' | 'shop' | 'usual'
  /** Failures of the shop's own that it was learned from. */
  readonly failures: number
}

/**
 * How long a part lasts: as entered with it; as the shop has seen, where it has seen enough; as usual.
 * @param entered with the part; null: nothing was
 * @param seen what became of parts of this kind in this shop
 */
export function lifeOf(
  what: keyof typeof USUAL_LIVES,
  entered: LivingPart['life'] | null,
  seen: LifeRecord,
): KnownLife {
  if (entered) return { life: entered, from: 'part', failures: 0 }
  const fitted = fitLife(seen)
  return fitted
    ? { life: fitted, from: 'shop', failures: fitted.failures }
    : { life: USUAL_LIVES[what], from: 'usual', failures: seen.failedAtYears.length }
}
