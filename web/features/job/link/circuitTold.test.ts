import type { Frame } from '@anklet/contract'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import { usualArchitecture } from '@anklet/core/base/vehicle'
import { GALLERY_CHANNEL, RESERVOIR_CHANNEL } from '@anklet/language/shop/channels'
import { describe, expect, test } from 'vitest'
import { circuitFigures, circuitTold } from './circuitTold.ts'

const CHANNELS = [GALLERY_CHANNEL, RESERVOIR_CHANNEL]
const MODULE: NonNullable<Frame['module']> = {
  mode: 'raising',
  levelId: 'high',
  pumpOn: true,
  open: ['RL'],
  lifting: false,
  ignition: true,
  supply: true,
  doorOpen: false,
}
const frame = (values: Frame['values'], module?: Frame['module']): Frame => ({
  kind: 'frame',
  atS: 1,
  values,
  ...(module ? { module } : {}),
})

describe('what an adapter tells of a circuit', () => {
  test('is taken as it is told, and what it leaves out stays not told', () => {
    expect(circuitTold(CHANNELS, frame({ gallery: 6 }, MODULE))).toEqual({
      open: ['RL'],
      pumpOn: true,
      pumpWay: null,
      moves: 'up',
      pressure: { outside: 0, gallery: 6 },
    })
    const told = frame(
      { gallery: 6, reservoir: 12 },
      { ...MODULE, pumpWay: 'in', mode: 'lowering' },
    )
    expect(circuitTold(CHANNELS, told)).toMatchObject({
      pumpWay: 'in',
      moves: 'down',
      pressure: { gallery: 6, reservoir: 12 },
    })
    expect(circuitTold(CHANNELS, frame({}, { ...MODULE, mode: 'actuated' }))?.moves).toBeNull()
  })

  test('is nothing of a device that tells no valves, and no pressure it has no channel for', () => {
    expect(circuitTold(CHANNELS, frame({ gallery: 6 }))).toBeNull()
    expect(circuitTold(CHANNELS, undefined)).toBeNull()
    expect(circuitTold([], frame({ gallery: 6 }, MODULE))?.pressure).toEqual({ outside: 0 })
  })

  test('stands as pressure and amount: only where its volume was entered', () => {
    const figures = (anatomy: { reservoirL?: number }) =>
      circuitFigures(
        CHANNELS,
        frame({ gallery: 6.04, reservoir: 12.5 }),
        usualArchitecture({ reservoir: true, anatomy }),
        DEFAULT_UNITS,
      )
    expect(figures({ reservoirL: 4 })).toEqual({
      gallery: '6.0 bar',
      reservoir: ['12.5 bar', 'in 4 L: 50.0 bar·L'],
    })
    expect(figures({}).reservoir).toEqual(['12.5 bar', 'its volume is not entered'])
    expect(circuitFigures([], frame({ gallery: 6 }), usualArchitecture(), DEFAULT_UNITS)).toEqual({
      gallery: null,
      reservoir: null,
    })
  })
})
