import type { PlanStep } from '@anklet/core/work/procedure'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import type { ToShow } from '@anklet/core/work/record'
import { describe, expect, test } from 'vitest'
import type { DeviceStatus, Frame } from '@anklet/contract'
import { headOf } from '../../../client/outbox/work.ts'
import { SteadyClock } from '../../../client/state/steadyClock.ts'
import { EMPTY_STEP } from '../../../client/state/stepDrafts.ts'
import { dueWaits } from '../../../client/state/waits.ts'
import type { Queued } from '../../../client/state/workQueue.ts'
import { architecture } from '@anklet/language/test/records'
import { entryWords, lostWords, sidesWords } from '@anklet/language/work/work'
import { liveOf } from '../link/carLive.ts'
import { entryOf, readTorque, showKey, sourceBefore, torqueDoubt } from './stepEntry.ts'

const made = composePlan(SHIPPED_PROCEDURES, {
  architecture,
  jobs: [{ job: 'strut', corners: ['FL'] }],
  support: 'twoPost',
  way: USUAL_WAY,
})
const step = (key: string): PlanStep => {
  const found = made.ok && made.value.steps.find((each) => each.key === key)
  if (!found) throw new Error(key)
  return found
}

test('where a torque is written is carried over to the same fastener, unless the sheet has it', () => {
  if (!made.ok) throw new Error('no plan')
  const { steps } = made.value
  const turned = steps.find(({ torque }) => torque !== null)!
  const done = entryOf(
    turned,
    [],
    { ...EMPTY_STEP, unit: 'N.m', torque: '60', source: ' Sheet of the part ' },
    DEFAULT_UNITS,
  )
  if (!done.ok) throw new Error(done.sentence)
  const entries = [{ id: 'e', at: '2026-11-24T07:00:00Z', person: 'p', content: done.entry }]
  const onNoSheet = { steps, entries, torqueOf: () => null }
  expect(sourceBefore(onNoSheet, turned.torque)).toBe('Sheet of the part')
  expect(sourceBefore(onNoSheet, 'another')).toBeNull()
  expect(sourceBefore(onNoSheet, null)).toBeNull()
  expect(sourceBefore({ ...onNoSheet, entries: [] }, turned.torque)).toBeNull()
  const onSheet = { ...onNoSheet, torqueOf: () => ({ minNm: 55, maxNm: 65 }) }
  expect(sourceBefore(onSheet, turned.torque)).toBeNull()
})

describe('what is typed into a step', () => {
  const asks: readonly ToShow[] = [{ condition: 'cornerProved', corner: 'FL' }]
  test('becomes an entry: units turned, blanks trimmed, a proof by what it was read', () => {
    const draft = {
      ...EMPTY_STEP,
      shown: {
        [showKey(asks[0]!)]: {
          proof: 'valveOpenGalleryZero' as const,
          by: 'gauge' as const,
          bar: '0,7',
        },
      },
      note: '  dry  ',
    }
    expect(
      entryOf(
        step('proveGallery.FL'),
        asks,
        { ...draft, unit: 'N.m' },
        { ...DEFAULT_UNITS, pressure: 'psi' },
      ),
    ).toMatchObject({
      ok: true,
      entry: {
        key: 'proveGallery.FL',
        place: 'FL',
        note: 'dry',
        shown: [
          {
            condition: 'cornerProved',
            corner: 'FL',
            by: 'gauge',
            barG: expect.closeTo(0.0483, 4) as number,
          },
        ],
        torque: null,
        deviation: null,
      },
    })
    expect(
      entryOf(
        step('strutTower.FL'),
        [],
        { ...EMPTY_STEP, torque: '40', unit: 'lbf.ft', source: ' Sheet ' },
        DEFAULT_UNITS,
      ),
    ).toMatchObject({ entry: { torque: { nm: 54.23, source: 'Sheet' } } })
  })
  test.each([
    [{ torque: 'tight' }, '"tight" is not a torque. Type it in N.m, as a figure.'],
    [{ torque: '-4' }, '"-4" is not a torque. Type it in N.m, as a figure.'],
    [{ deviation: 'otherwise' as const }, 'Say why it was done otherwise.'],
    [
      {
        shown: {
          [showKey(asks[0]!)]: { proof: 'gaugeZero' as const, by: 'person' as const, bar: 'none' },
        },
      },
      '"none" is not a pressure. Type it as a figure.',
    ],
  ])('%j is refused', (change, sentence) =>
    expect(
      entryOf(
        step('proveGallery.FL'),
        asks,
        { ...EMPTY_STEP, unit: 'N.m', ...change },
        DEFAULT_UNITS,
      ),
    ).toEqual({ ok: false, sentence }),
  )
  test('a torque beside its range: another unit, a slip, or a reason', () => {
    const range = { minNm: 90, maxNm: 110 }
    expect(
      ['100', '74', '95', '12', '118'].map((torque) => torqueDoubt({ torque, unit: 'N.m' }, range)),
    ).toEqual([
      null,
      'In lbf.ft that would be right. Is the unit right?',
      null,
      'That is far outside its range. Was a figure missed?',
      'More than its range. Say why, and a lead agrees.',
    ])
    expect([
      torqueDoubt({ torque: '', unit: 'N.m' }, range),
      torqueDoubt({ torque: '5', unit: 'N.m' }, null),
      readTorque({ torque: '100,5', unit: 'N.m' }),
    ]).toEqual([null, null, { ok: true, nm: 100.5 }])
  })
})

describe('a clock that somebody sets', () => {
  const clock = () => {
    const at = { wall: 1_000_000, beat: 0 }
    return {
      at,
      steady: new SteadyClock(
        () => at.wall,
        () => at.beat,
      ),
      pass: (ms: number) => {
        at.wall += ms
        at.beat += ms
      },
    }
  }
  test('runs on when the wall clock is put back', () => {
    const { at, steady, pass } = clock()
    pass(10_000)
    at.wall -= 3_600_000
    pass(5000)
    expect([steady.now(), steady.leapt]).toEqual([1_015_000, 0])
  })
  test('does not count a leap forward until somebody says the device slept', () => {
    const { at, steady, pass } = clock()
    pass(1000)
    at.wall += 7_200_000
    expect([steady.now(), steady.leapt]).toEqual([1_001_000, 7_200_000])
    pass(1000)
    steady.count()
    expect([steady.now(), steady.leapt]).toEqual([8_202_000, 0])
    at.wall += 120_000
    steady.now()
    steady.forget()
    expect([steady.now(), steady.leapt]).toEqual([8_202_000, 0])
  })
  test('a wait rings once', () => {
    const wait = { id: 'a', jobId: 'j', plate: 'T 1', words: 'w', dueMs: 100, rung: false }
    expect([
      dueWaits([wait], 99),
      dueWaits([wait], 100),
      dueWaits([{ ...wait, rung: true }], 200),
    ]).toEqual([[], [wait], []])
  })
})

describe('what is on its way to the server', () => {
  const step = (shows: readonly string[] = []): Queued['command'] =>
    ({ type: 'work.record', payload: { content: { photoIds: shows } } }) as never
  const photo = (photoId: string): Queued['command'] =>
    ({ type: 'photo.add', payload: { photoId } }) as never
  const item = (
    key: string,
    refusal: string | null = null,
    jobId = 'j',
    command = step(),
  ): Queued => ({ key, jobId, command, refusal })
  test('goes in its order; after a refusal nothing that may rest on it goes, and other jobs go on', () => {
    expect([
      headOf([item('1'), item('2')], 'j')?.key,
      headOf([item('1'), item('2', 'no')], 'j')?.key,
      headOf([item('1', 'no'), item('2', null, 'k')], 'k')?.key,
      headOf([], 'j'),
    ]).toEqual(['1', '1', '2', null])
  })

  test('a photo goes on past a refused step, and a step past a photo it does not show', () => {
    expect([
      headOf([item('1', 'no'), item('2', null, 'j', photo('photo-7'))], 'j')?.key,
      headOf([item('1', 'no', 'j', photo('photo-7')), item('2')], 'j')?.key,
      headOf(
        [item('1', 'no', 'j', photo('photo-7')), item('2', null, 'j', step(['photo-7']))],
        'j',
      ),
      headOf([item('1', 'no'), item('2'), item('3', null, 'j', photo('q'))], 'j')?.key,
    ]).toEqual(['2', '2', null, '3'])
  })
})

describe('what the link tells', () => {
  const status = {
    attached: true,
    codes: [{}],
    identity: {
      channels: [
        { id: 'gallery', kind: 'pressure', corner: null, least: -1, most: 40 },
        { id: 'height.FL', kind: 'height', corner: 'FL', least: 0, most: 2000 },
      ],
    },
  } as unknown as DeviceStatus
  const frame: Frame = {
    kind: 'frame',
    atS: 1,
    values: { gallery: 4.2, 'height.FL': 470, supply: 3 },
    module: {
      mode: 'awake',
      levelId: 'road',
      pumpOn: false,
      open: ['FL'],
      lifting: true,
      ignition: true,
      supply: true,
      doorOpen: false,
    },
  }
  const geometry = {
    corners: Object.fromEntries(
      ['FL', 'FR', 'RL', 'RR'].map((corner) => [corner, { designHeightMm: 480 }]),
    ),
  } as never
  test('is heard, or not; heights count from design, what has no sensor says nothing', () => {
    expect(liveOf(status, frame, geometry, true)).toEqual({
      heard: true,
      supply: true,
      lifting: true,
      open: ['FL'],
      galleryBarG: 4.2,
      present: 1,
      offMm: { FL: -10, FR: null, RL: null, RR: null },
    })
    expect([
      liveOf(status, frame, geometry, false).heard,
      liveOf(status, undefined, geometry, true).heard,
      liveOf({ ...status, attached: false }, frame, geometry, true).heard,
    ]).toEqual([false, false, false])
    const { module: _module, ...bare } = frame
    expect(liveOf(status, bare, geometry, true)).toMatchObject({
      supply: false,
      lifting: null,
      open: [],
    })
  })
  test('what turned false is said by what was read', () =>
    expect([
      lostWords('supplyOff', { galleryBarG: 1 }),
      lostWords('empty', { galleryBarG: 2.14 }),
      lostWords('empty', { galleryBarG: null }),
    ]).toEqual([
      'The module answers: its supply is on.',
      'The gallery shows 2.1 bar.',
      'The link says otherwise.',
    ]))
})

test('the record is told in words', () => {
  const name = (id: string): string => ({ b: 'M. Mate' })[id] ?? id
  expect([
    entryWords({ kind: 'handed', to: 'b', words: 'Pump next' }, name),
    entryWords({ kind: 'lost', fact: 'empty', place: 'FL', by: 'person', words: '' }, name),
    entryWords({ kind: 'approved', of: 'x', words: 'Seen' }, name),
  ]).toEqual(['Handed it to M. Mate: Pump next', 'Not so any more.', 'Agreed to it: Seen'])
  expect(sidesWords('rear', 'leftLags')).toContain('The rear left lags.')
})
