import fc from 'fast-check'
import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import type { Drawn } from '@anklet/core/work/procedure'
import type { CircuitState, Piping } from '@anklet/core/base/circuit'
import type { PumpWay } from '@anklet/core/base/vehicle'
import { openPassages, pumpWaysOf, valvesOf } from '@anklet/core/base/circuit'
import { AIR_FORMS, usualArchitecture } from '@anklet/core/base/vehicle'
import { drawnWords } from '@anklet/language/work/drawings'
import { afterEach, describe, expect, test } from 'vitest'
import type { Method } from '@anklet/core/measuring/heights'
import { METHODS } from '@anklet/core/measuring/heights'
import { CAR_FIGURES, carFigureWords } from '@anklet/language/shop/carFigures'
import { EVERY_DRAWING } from '../page/drawn.ts'
import { CarDrawing } from './CarDrawing.tsx'
import { CircuitDrawing } from './CircuitDrawing.tsx'
import { StepDrawing } from './StepDrawing.tsx'
import { StepDrawings } from './StepDrawings.tsx'

afterEach(cleanup)

const lines = (drawn: Drawn): Element => {
  const { container } = render(<StepDrawing drawn={drawn} units={DEFAULT_UNITS} />)
  return container
}
const textOf = (drawn: Drawn): string => lines(drawn).querySelector('svg')!.textContent

describe('drawings of steps', () => {
  test('each has a name and says in sentences what it shows, and names parts by words', () => {
    for (const drawn of EVERY_DRAWING) {
      const { title, says } = drawnWords(drawn, DEFAULT_UNITS)
      render(<StepDrawing drawn={drawn} units={DEFAULT_UNITS} />)
      const drawing = screen.getByRole('img', { name: `${title} ${says}` })
      expect(drawing.querySelectorAll('text').length, title).toBeGreaterThan(0)
      expect(says.split(' ').length, title).toBeGreaterThan(3)
      cleanup()
    }
  })

  test('no two cars with different figures get the same picture', () => {
    const seen = new Map<string, string>()
    for (const drawn of EVERY_DRAWING) {
      const picture = lines(drawn)
        .querySelector('svg')!
        .innerHTML.replaceAll(/id="[^"]*"/g, '')
      const before = seen.get(picture)
      expect(before, `${JSON.stringify(drawn)} looks like ${before}`).toBeUndefined()
      seen.set(picture, JSON.stringify(drawn))
      cleanup()
    }
  })

  test('a figure nobody entered is said to be missing, not made up', () => {
    expect(textOf({ of: 'sensorSlot', pinned: true, pinMm: null })).toContain('not entered')
    expect(textOf({ of: 'sensorSlot', pinned: true, pinMm: 4 })).toContain('4.0 mm')
    expect(textOf({ of: 'held', top: null, bottom: 'bolts', ends: 'both' })).toContain(
      'not entered',
    )
    expect(textOf({ of: 'star', nuts: null })).toContain('five')
    expect(textOf({ of: 'star', nuts: 4 })).not.toContain('five are drawn')
    expect(textOf({ of: 'ports', ports: [{ line: 'to the block', mark: 'red' }] })).toContain('red')
  })

  test('nuts bear their turn, the stop that is meant is marked', () => {
    const wheel = lines({ of: 'star', nuts: 5 })
    expect(wheel.querySelectorAll('[data-turn]')).toHaveLength(5)
    const valve = lines({ of: 'springValve', stop: 2 })
    const meant = valve.querySelectorAll('[data-meant="true"]')
    expect([...meant].map((each) => each.getAttribute('data-stop'))).toEqual(['2'])
    const top = lines({ of: 'held', top: 'clips', bottom: 'clips', ends: 'top' })
    expect(top.querySelector('[data-end="bottom"]')).toBeNull()
  })

  test('a length is in the unit of the shop', () => {
    const apart = { method: 'axleToBracket', lowerMm: 126, nominalMm: 128, upperMm: 130 } as const
    const inch = { ...DEFAULT_UNITS, length: 'inch' as const }
    expect(drawnWords({ of: 'tape', method: 'axleToBracket', apart }, inch).says).toContain('5.04')
  })

  test('a tap makes it large, with its words to read', () => {
    const drawn: Drawn = { of: 'folds', on: 'axle', steadied: true }
    render(<StepDrawings drawn={[drawn, { of: 'rings' }]} units={DEFAULT_UNITS} />)
    fireEvent.click(screen.getByRole('button', { name: 'Larger: Folds, right and buckled' }))
    const sheet = screen.getByRole('dialog', { name: 'Folds, right and buckled' })
    expect(sheet.textContent).toContain('no finger between the folds')
    fireEvent.click(screen.getByRole('button', { name: 'Close' }))
    expect(screen.queryByRole('dialog')).toBeNull()
  })
})

describe('figures of a car', () => {
  test('each is named for its axle, told what it is and where it is read, and lit', () => {
    for (const figure of CAR_FIGURES)
      for (const method of METHODS) {
        const air = { front: 'strut', rear: 'airDamper' } as const
        const { title, is, readAt } = carFigureWords(figure, 'rear', method)
        const { container } = render(
          <CarDrawing figure={figure} axle="rear" method={method} air={air} />,
        )
        expect(title).toContain('rear axle')
        expect(screen.getByRole('img').getAttribute('aria-labelledby')).toBeTruthy()
        expect(container.querySelector('desc')?.textContent).toBe(`${is} ${readAt}`)
        expect(container.innerHTML, `${figure} ${method}`).toMatch(LIT)
        cleanup()
      }
  })
  test('a height is drawn as this car is measured, at the axle that is asked for', () => {
    const at = (axle: 'front' | 'rear', method: Method): string => {
      const { container } = render(
        <CarDrawing
          figure="height"
          axle={axle}
          method={method}
          air={{ front: 'strut', rear: 'strut' }}
        />,
      )
      const picture = container.querySelector('[data-lit]')!.innerHTML
      cleanup()
      return picture
    }
    const pictures = METHODS.flatMap((method) => [at('front', method), at('rear', method)])
    expect(new Set(pictures).size).toBe(pictures.length)
  })
})

// What is lit is in the colour of attention.
const LIT = /--chalk\)/
const NO_FIGURES = { gallery: null, reservoir: null }
const layout = fc.record({
  air: fc.record({ front: fc.constantFrom(...AIR_FORMS), rear: fc.constantFrom(...AIR_FORMS) }),
  layout: fc.constantFrom('open' as const, 'closed' as const),
  reservoir: fc.boolean(),
  valves: fc.constantFrom('oneBlock' as const, 'perAxle' as const, 'perSpring' as const),
  crossValve: fc.record({ front: fc.boolean(), rear: fc.boolean() }),
})
const moment = layout.chain(
  (piping: Piping & { readonly valves: 'oneBlock' | 'perAxle' | 'perSpring' }) =>
    fc.record({
      piping: fc.constant(piping),
      open: fc.subarray([...valvesOf(piping)]),
      pumpWay: fc.constantFrom<PumpWay | null>(null, ...pumpWaysOf(piping)),
      narrow: fc.boolean(),
    }),
)

describe('the circuit', () => {
  test('draws each valve it has, and as open exactly the passages that are', () => {
    fc.assert(
      fc.property(moment, ({ piping, open, pumpWay, narrow }) => {
        const architecture = usualArchitecture(piping)
        const state: CircuitState = {
          open,
          pumpOn: pumpWay !== null,
          pumpWay,
          moves: null,
          pressure: { outside: 0, gallery: 6 },
        }
        const { container } = render(
          <CircuitDrawing
            architecture={architecture}
            state={state}
            figures={NO_FIGURES}
            narrow={narrow}
          />,
        )
        const drawn = [...container.querySelectorAll('[data-by]')]
        const ids = (all: readonly Element[]): readonly (string | null)[] =>
          all.map((each) => each.getAttribute('data-by')).sort()
        expect(ids(drawn)).toEqual([...valvesOf(architecture), 'pump'].sort())
        const isOpen = drawn.filter((each) => each.getAttribute('data-open') === 'true')
        const passages = openPassages(architecture, state)
        expect(ids(isOpen)).toEqual(passages.map(({ by }) => by).sort())
        for (const each of isOpen) {
          const { way } = passages.find(({ by }) => by === each.getAttribute('data-by'))!
          expect(each.getAttribute('data-way')).toBe(way)
        }
        cleanup()
      }),
      { seed: 5, numRuns: 60 },
    )
  })

  test('says in words what it shows, and that nothing is told', () => {
    const car = usualArchitecture({ reservoir: true, pressureSensor: 'gallery' })
    render(<CircuitDrawing architecture={car} state={null} figures={NO_FIGURES} />)
    const silent = screen.getByRole('img', { name: /Nothing is told yet/ })
    expect(silent.textContent).toContain('pressure not told')
    cleanup()
    render(
      <CircuitDrawing
        architecture={car}
        state={{
          open: ['RL', 'exhaust'],
          pumpOn: false,
          pumpWay: null,
          moves: 'down',
          pressure: {},
        }}
        figures={{ gallery: '3.1 bar', reservoir: ['12 bar', 'in 5 L: 60.0 bar·L'] }}
      />,
    )
    const told = screen.getByRole('img', { name: /rear left, air goes out; exhaust, air goes out/ })
    expect(told.textContent).toContain('in 5 L: 60.0 bar·L')
    expect(told.textContent).toContain('gallery 3.1 bar')
  })
})
