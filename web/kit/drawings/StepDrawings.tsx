import type { Drawn } from '@anklet/core/work/procedure'
import type { DisplayUnits } from '@anklet/core/base/units'
import { drawnWords } from '@anklet/language/work/drawings'
import type { ReactNode } from 'react'
import { useRef, useState } from 'react'
import { Button } from '../Button.tsx'
import { Sheet } from '../Sheet.tsx'
import { SaveDrawing } from './SaveDrawing.tsx'
import { StepDrawing } from './StepDrawing.tsx'

interface StepDrawingsProps {
  readonly drawn: readonly Drawn[]
  readonly units: DisplayUnits
}

/**
 * A drawing as large as the screen allows, its words under it, and a way to keep it for a paper of
 * the shop’s own.
 */
function Large({
  drawn,
  units,
  onClose,
}: {
  readonly drawn: Drawn
  readonly units: DisplayUnits
  onClose(): void
}): ReactNode {
  const { title, says } = drawnWords(drawn, units)
  const place = useRef<HTMLDivElement>(null)
  return (
    <Sheet title={title} open wide onClose={onClose}>
      <div ref={place} className="mx-auto max-w-[720px]">
        <StepDrawing drawn={drawn} units={units} />
      </div>
      <p className="mt-3 text-lead">{says}</p>
      <SaveDrawing place={place} name={title} />
    </Sheet>
  )
}

/** What a step means for its car, drawn: small beside the step, large on a tap. */
export function StepDrawings({ drawn, units }: StepDrawingsProps): ReactNode {
  const [large, setLarge] = useState<Drawn | null>(null)
  return (
    <div className="flex flex-wrap gap-3">
      {drawn.map((each) => {
        const { title } = drawnWords(each, units)
        return (
          <Button
            look="bare"
            key={title}
            className="drawing-tap"
            aria-label={`Larger: ${title}`}
            onClick={() => setLarge(each)}
          >
            <StepDrawing drawn={each} units={units} />
            <span className="flex items-center justify-between gap-2 text-small text-ink-2">
              {title}
              <span aria-hidden className="text-note underline">
                larger
              </span>
            </span>
          </Button>
        )
      })}
      {large && <Large drawn={large} units={units} onClose={() => setLarge(null)} />}
    </div>
  )
}
