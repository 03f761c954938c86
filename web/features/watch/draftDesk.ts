import type { Draft } from '../../client/state/drafts.ts'

/** Changes a round in progress, beginning it first if there is none yet. */
export interface DraftDesk {
  readonly draft: Draft
  readonly begun: boolean
  change(change: Partial<Draft>): void
  drop(): void
}
