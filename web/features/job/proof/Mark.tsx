import type { ProofState } from '@anklet/core/work/proof'
import { Check, Circle, TriangleAlert } from 'lucide-react'
import type { ReactNode } from 'react'

const MARKS = {
  shown: <Check size={22} strokeWidth={3} aria-label="shown" />,
  missing: <Circle size={20} strokeDasharray="4 3" aria-label="not shown yet" />,
  against: <TriangleAlert size={22} className="text-rust" aria-label="not right" />,
} as const

/** How one thing to be shown stands, by shape. */
export const Mark = ({ state }: { readonly state: ProofState }): ReactNode => (
  <span className="grid w-7 shrink-0 place-items-center">{MARKS[state]}</span>
)
