import type { ReactNode } from 'react'
import { CarFigures, Circuits, StepDrawings } from './Drawings.tsx'
import { Buttons, Choices, Fields } from './Filling.tsx'
import { Charts, Drawn, Figures, Tables } from './Reading.tsx'
import { Folding, Heads, Notices, Sheets, Sizes } from './Saying.tsx'

const PARTS: readonly (readonly [string, () => ReactNode])[] = [
  ['Sizes of type', Sizes],
  ['Buttons and taps', Buttons],
  ['Fields', Fields],
  ['Choices', Choices],
  ['Notices', Notices],
  ['Heads and empty places', Heads],
  ['Folded and under way', Folding],
  ['Sheets', Sheets],
  ['Tables', Tables],
  ['Figures', Figures],
  ['Drawn', Drawn],
  ['Drawings of steps', StepDrawings],
  ['Circuits', Circuits],
  ['Figures of a car', CarFigures],
  ['Charts', Charts],
]

/** Every part of the kit in every state it has: to be looked at, and to be checked by machines. */
export function KitPage(): ReactNode {
  return (
    <main className="mx-auto grid max-w-[1080px] gap-8 px-4 py-6">
      <h1 className="say">The kit</h1>
      {PARTS.map(([name, Part]) => (
        <section key={name} aria-label={name} className="grid gap-3">
          <h2>{name}</h2>
          <Part />
        </section>
      ))}
    </main>
  )
}
