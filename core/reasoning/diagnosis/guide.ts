import type { Place } from '../../base/vehicle/index.ts'

/** How a check is done, as far as its turn depends on it. */
export interface CheckManner {
  /** Asked of the owner: nothing is looked at. */ readonly isQuestion: boolean
  /** It waits overnight. */ readonly isNight: boolean
  readonly isLifted: boolean
  /** Several outcomes of it may be there at once. */ readonly isMany: boolean
  /** It is told with another check, and never advised. */ readonly comesAlong: boolean
  readonly place: Place
}

/**
 * What advice has to heed beside chances and costs. Without it a diagnosis goes by these two alone.
 */
export interface Guide {
  readonly checks: ReadonlyMap<string, CheckManner>
  /**
   * By cause: groups of checks. Before its repair is advised, one of each group has to have shown
   * something.
   */
  readonly shownBy: ReadonlyMap<string, readonly (readonly string[])[]>
  /** By cause: groups of checks. Before its repair is advised, one of each group has been done. */
  readonly lookedAt: ReadonlyMap<string, readonly (readonly string[])[]>
  /** By cause: which repair puts it right; the same for causes that one repair puts right. */
  readonly repairOf: ReadonlyMap<string, string>
  /** By cause: what else its repair puts right, itself among them. */
  mends(cause: string): readonly string[]
  /**
   * What has to follow: where `quiet` was done and showed nothing though one of `loud` showed
   * something, `then` tells how both can be.
   */
  readonly follows: readonly {
    readonly quiet: string
    readonly loud: readonly string[]
    readonly then: string
  }[]
  /** Checks whose trouble is there to be heard, seen or measured at once: no night before that. */
  readonly hurried: ReadonlySet<string>
  /** Causes that stand for what no book names: nobody can repair them. */
  readonly unnamed: ReadonlySet<string>
}
