import { describe, expect, test } from 'vitest'
import type { PlanStep } from '../procedure/index.ts'
import type { DoneEntry } from './index.ts'
import { settingAt } from './index.ts'
import { readingRefusal } from './reading.ts'

const SETTING = {
  method: 'axleToBracket',
  lowerMm: 131.3,
  nominalMm: 135.4,
  upperMm: 139.4,
} as const
const KNOWN = { anatomy: { rear: { sensorSetting: SETTING } } }
const step: Pick<PlanStep, 'reads' | 'place'> = { reads: 'setting', place: 'RL' }
const of = (
  mm: number | null,
  {
    source = null,
    deviation = null,
  }: Partial<{ source: string | null; deviation: DoneEntry['deviation'] }> = {},
) => ({ ...(mm === null ? {} : { reading: { mm, source } }), deviation })

describe('a distance that is measured in a step', () => {
  test('is that of its own axle', () => {
    expect(settingAt(KNOWN, step)).toEqual(SETTING)
    expect(settingAt(KNOWN, { ...step, place: 'rear' })).toEqual(SETTING)
    expect(settingAt(KNOWN, { ...step, place: 'FL' })).toBeNull()
    expect(settingAt(KNOWN, { ...step, reads: null })).toBeNull()
    expect(settingAt({}, step)).toBeNull()
  })
  test.each([
    [131.3, null],
    [135.4, null],
    [139.4, null],
    [131.2, 'readingOutside'],
    [139.5, 'readingOutside'],
    [null, 'readingMissing'],
  ] as const)('%s mm: %s', (mm, code) => {
    expect(readingRefusal(KNOWN, step, of(mm))?.code ?? null).toBe(code)
  })
  test('outside, it stays so only with a reason', () => {
    expect(
      readingRefusal(KNOWN, step, of(150, { deviation: { kind: 'otherwise', reason: 'bent' } })),
    ).toBeNull()
    expect(
      readingRefusal(KNOWN, step, of(150, { deviation: { kind: 'noPhoto', reason: 'dark' } })),
    ).toEqual({ code: 'readingOutside', mm: 150, setting: SETTING })
  })
  test('where the type says nothing, whoever measured says where theirs is written', () => {
    expect(readingRefusal({}, step, of(150))?.code).toBe('readingUnsourced')
    expect(readingRefusal({}, step, of(150, { source: '  ' }))?.code).toBe('readingUnsourced')
    expect(readingRefusal({}, step, of(150, { source: 'sheet 4' }))).toBeNull()
  })
  test('a step that measures nothing takes none', () => {
    const plain = { ...step, reads: null }
    expect(readingRefusal(KNOWN, plain, of(135))?.code).toBe('noReadingHere')
    expect(readingRefusal(KNOWN, plain, of(null))).toBeNull()
  })
})
