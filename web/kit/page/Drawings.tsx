import { METHODS } from '@anklet/core/measuring/heights'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { StepDrawing } from '../drawings/StepDrawing.tsx'
import { CAR_FIGURES } from '@anklet/language/shop/carFigures'
import { CarDrawing } from '../drawings/CarDrawing.tsx'
import { CircuitDrawing } from '../drawings/CircuitDrawing.tsx'
import { CIRCUITS, EVERY_DRAWING } from './drawn.ts'

/** Every drawing of a step, in both themes, and one of them in each size it is shown at. */
export function StepDrawings(): ReactNode {
  return (
    <>
      {(['light', 'dark'] as const).map((theme) => (
        <div
          key={theme}
          data-theme={theme === 'dark' ? 'dark' : undefined}
          className="grid grid-cols-1 gap-3 bg-paper p-3 text-ink sm:grid-cols-2 lg:grid-cols-4"
        >
          {EVERY_DRAWING.map((drawn) => (
            <StepDrawing key={JSON.stringify(drawn)} drawn={drawn} units={DEFAULT_UNITS} />
          ))}
        </div>
      ))}
      <div className="flex min-w-0 flex-wrap items-end gap-4">
        {[140, 240, 350].map((width) => (
          <div key={width} style={{ width, maxWidth: '100%' }}>
            <StepDrawing drawn={EVERY_DRAWING[0]!} units={DEFAULT_UNITS} />
          </div>
        ))}
      </div>
    </>
  )
}

/** Circuits of several layouts, on a wide page and on a phone, in both themes. */
export function Circuits(): ReactNode {
  return (
    <div className="grid gap-4 sm:grid-cols-2">
      {CIRCUITS.map(({ name, ...circuit }, i) => (
        <figure
          key={name}
          data-theme={i % 2 === 1 ? 'dark' : undefined}
          className="bg-paper p-3 text-ink"
        >
          <figcaption className="text-small">{name}</figcaption>
          <CircuitDrawing {...circuit} />
          <div className="max-w-[360px]">
            <CircuitDrawing {...circuit} narrow />
          </div>
        </figure>
      ))}
    </div>
  )
}

/** The car with each figure of a type lit that can be asked for, and a height by each method. */
export function CarFigures(): ReactNode {
  return (['light', 'dark'] as const).map((theme) => (
    <div
      key={theme}
      data-theme={theme === 'dark' ? 'dark' : undefined}
      className="grid gap-3 bg-paper p-3 text-ink sm:grid-cols-2 lg:grid-cols-3"
    >
      {CAR_FIGURES.map((figure, i) => (
        <CarDrawing
          key={figure}
          figure={figure}
          axle={i % 2 === 0 ? 'front' : 'rear'}
          method={METHODS[i % METHODS.length]!}
          air={{ front: 'strut', rear: i % 4 === 1 ? 'airDamper' : 'none' }}
        />
      ))}
    </div>
  ))
}
