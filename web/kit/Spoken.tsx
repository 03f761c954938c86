import type { Term } from '@anklet/language/plain/terms'
import { piecesOf, TERMS } from '@anklet/language/plain/terms'
import type { ReactNode } from 'react'
import { lazy, Suspense, useState } from 'react'
import { Button } from './Button.tsx'
import { Sheet } from './Sheet.tsx'

const TermDrawn = lazy(() =>
  import('./TermDrawn.tsx').then((module) => ({ default: module.TermDrawn })),
)

/** A word of the field, underlined: a tap says what it is. */
function Explained({ term, words }: { readonly term: Term; readonly words: string }): ReactNode {
  const [open, setOpen] = useState(false)
  const { title, is } = TERMS[term]
  return (
    <>
      <Button
        look="bare"
        // As high as a glove needs, without moving the lines apart.
        className="-my-3 inline-block py-3 font-[inherit] underline decoration-dotted underline-offset-4"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
      >
        {words}
      </Button>
      {open && (
        <Sheet title={title} open onClose={() => setOpen(false)}>
          <Suspense fallback={<div aria-hidden className="min-h-[220px]" />}>
            <TermDrawn term={term} />
          </Suspense>
          <p className="mt-3 text-lead font-normal">{is}</p>
        </Sheet>
      )}
    </>
  )
}

/** A sentence as it is spoken in the field; what not everybody knows is explained on a tap. */
export function Spoken({ children }: { readonly children: string }): ReactNode {
  return piecesOf(children).map(({ words, term }) =>
    term === null ? words : <Explained key={term} term={term} words={words} />,
  )
}
