import type { Method } from '@anklet/core/measuring/heights'
import type { AirForm, Axle } from '@anklet/core/base/vehicle'
import type { CarFigure } from '@anklet/language/shop/carFigures'
import { carFigureWords } from '@anklet/language/shop/carFigures'
import type { ReactNode } from 'react'
import { useRef, useState } from 'react'
import { Button } from '../../kit/Button.tsx'
import { CarDrawing } from '../../kit/drawings/CarDrawing.tsx'
import { SaveDrawing } from '../../kit/drawings/SaveDrawing.tsx'
import { Sheet } from '../../kit/Sheet.tsx'

/** A figure of a type, and what of the type says how it is drawn. */
export interface AskedFigure {
  readonly figure: CarFigure
  readonly axle: Axle | null
  readonly method: Method
  readonly air: Readonly<Record<Axle, AirForm>>
}

/** What a figure is and where it is read, with the car it is lit on. */
export function FigureDrawn({ asked }: { readonly asked: AskedFigure }): ReactNode {
  const { is, readAt } = carFigureWords(asked.figure, asked.axle, asked.method)
  return (
    <div className="grid gap-2">
      <CarDrawing {...asked} />
      <p>{is}</p>
      <p className="text-small text-ink-2">{readAt}</p>
    </div>
  )
}

/** Asks what a figure is; the answer is laid over the page. */
export function WhatIsThis({ asked }: { readonly asked: AskedFigure }): ReactNode {
  const [open, setOpen] = useState(false)
  const { title } = carFigureWords(asked.figure, asked.axle, asked.method)
  const place = useRef<HTMLDivElement>(null)
  return (
    <>
      <Button look="quiet" className="min-w-touch self-stretch" onClick={() => setOpen(true)}>
        <span
          aria-hidden
          className="inline-grid h-6 w-6 place-items-center rounded-full border-2 border-current font-semibold"
        >
          ?
        </span>
        <span className="sr-only">What is this? {title}</span>
      </Button>
      {open && (
        <Sheet title={title} open onClose={() => setOpen(false)}>
          <div ref={place}>
            <FigureDrawn asked={asked} />
          </div>
          <SaveDrawing place={place} name={title} />
        </Sheet>
      )}
    </>
  )
}
