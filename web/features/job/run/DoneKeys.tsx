import type { Proof } from '@anklet/core/work/procedure'
import { lowered } from '@anklet/language/plain/corners'
import { SAID_WORDS } from '@anklet/language/work/work'
import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from '../../../kit/Button.tsx'
import type { seenWays } from './Proofs.tsx'
import { proofLegend } from './Proofs.tsx'

/**
 * The keys that confirm a step: one, or, where all it must show is one thing that somebody saw, one
 * for each way of seeing it.
 */
export function DoneKeys({
  seen,
  armed,
  onConfirm,
}: {
  readonly seen: ReturnType<typeof seenWays>
  readonly armed: boolean
  onConfirm(tapped: boolean, proof: Proof | null): void
}): ReactNode {
  const key = (proof: Proof | null): ReactNode => (
    <Button
      key={proof}
      look="go"
      big
      className="min-h-[68px] w-full text-figure"
      aria-disabled={!armed}
      onClick={(event) => onConfirm(event.detail > 0, proof)}
    >
      <Check size={26} strokeWidth={3} aria-hidden className="shrink-0" />
      {proof === null ? 'Done' : `Done: ${lowered(SAID_WORDS[proof])}`}
    </Button>
  )
  if (!seen) return key(null)
  return (
    <div role="group" aria-label={proofLegend(seen.ask)} className="grid gap-2">
      <p className="label" aria-hidden>
        {proofLegend(seen.ask)}
      </p>
      {seen.ways.map(key)}
    </div>
  )
}
