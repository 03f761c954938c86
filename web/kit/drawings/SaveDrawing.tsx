import type { ReactNode, RefObject } from 'react'
import { Button } from '../Button.tsx'
import { joinedSvg } from '../chartSvg.ts'
import { saveFile } from '../saveFile.ts'

/** Keeps a drawing for a paper of the shop’s own. */
export function SaveDrawing({
  place,
  name,
}: {
  /** What the drawing stands in. */
  readonly place: RefObject<HTMLElement | null>
  /** What it shows; its file is called so. */
  readonly name: string
}): ReactNode {
  const save = (): void => {
    const drawing = place.current?.querySelector<SVGSVGElement>('svg.drawing')
    const file = name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')
    if (drawing) saveFile(`${file}.svg`, 'image/svg+xml', joinedSvg([drawing]))
  }
  return (
    <Button look="quiet" className="no-print text-small" onClick={save}>
      SVG
    </Button>
  )
}
