import { usualArchitecture } from '@anklet/core/base/vehicle'
import type { Term } from '@anklet/language/plain/terms'
import type { ReactNode } from 'react'
import { CarDrawing } from './drawings/CarDrawing.tsx'
import { CircuitDrawing } from './drawings/CircuitDrawing.tsx'

const FIGURES = { gallery: null, reservoir: null }
const AIR = { front: 'strut', rear: 'bellows' } as const

/** A word of the field, drawn: on a circuit, or on a car. */
export function TermDrawn({ term }: { readonly term: Term }): ReactNode {
  if (term === 'droop' || term === 'motionRatio' || term === 'bumpStop')
    return (
      <CarDrawing
        figure={term === 'bumpStop' ? 'bump' : term}
        axle="rear"
        method="wheelCentreToArch"
        air={AIR}
      />
    )
  const architecture = usualArchitecture({
    air: AIR,
    layout: term === 'closedSystem' ? 'closed' : 'open',
    reservoir: term === 'closedSystem',
    crossValve: { front: false, rear: term === 'crossValve' },
  })
  return <CircuitDrawing architecture={architecture} state={null} figures={FIGURES} narrow />
}
