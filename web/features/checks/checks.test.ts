import type { Channel, DeviceStatus } from '@anklet/contract'
import { LogReader } from '@anklet/core/measuring/exchange'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'
import { DEFAULT_UNITS } from '@anklet/core/base/units'
import { describe, expect, test } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import { speakAwake } from '@anklet/language/night/awake'
import {
  decaySaid,
  habitSaid,
  liftSaid,
  loadSaid,
  pumpSaid,
  relaySaid,
  sweepSaid,
  whichSaid,
} from '@anklet/language/causes/checks'
import { faultWords, moduleWords, openWords } from '@anklet/language/shop/devices'
import { pumpDayWords } from '@anklet/language/night/pumpDay'
import { channelsOf, finishLog } from '../../client/workers/logFileWorker.ts'
import { channelAt, doubtsOf, valueAt } from '../job/link/signals.ts'
import { COLUMN_CHOICES, columnWords, mappingFault } from './logs/logMapping.ts'
import { logCsv, thinned } from './logs/logRows.ts'
import { moduleFor } from '../job/link/moduleFor.ts'
import { readingsOf } from '../job/guided/capture.ts'
import { asReadings, readPairs } from '../job/guided/PressurePoints.tsx'
import { whileRunning } from '../job/guided/PumpCheck.tsx'

const channel = (id: string, kind: Channel['kind'], corner: Channel['corner']): Channel => ({
  id,
  kind,
  corner,
  unit: 'mm',
  place: id,
  ...CHANNEL_LIMITS[kind],
})

describe('channels of a device', () => {
  const channels = [channel('height.FL', 'height', 'FL'), channel('height.rear', 'height', null)]
  const frame = {
    kind: 'frame' as const,
    atS: 0,
    values: { 'height.FL': 470, 'height.rear': 9999 },
  }
  test('a corner has its own, or the one of its axle, or none', () => {
    expect(channelAt(channels, 'height', 'FL')?.id).toBe('height.FL')
    expect(channelAt(channels, 'height', 'RR')?.id).toBe('height.rear')
    expect(channelAt(channels, 'height', 'FR')).toBeNull()
  })
  test('a value that cannot be is none', () => {
    expect(valueAt(channels, frame, 'height', 'FL')).toBe(470)
    expect(valueAt(channels, frame, 'height', 'RL')).toBeNull()
    expect(valueAt(channels, undefined, 'height', 'FL')).toBeNull()
  })
})

test('a live channel in another unit, or stuck while the other side rises, is doubted', () => {
  const [gallery, FL, FR, rear] = [
    channel('gallery', 'pressure', null),
    channel('height.FL', 'height', 'FL'),
    channel('height.FR', 'height', 'FR'),
    channel('height.rear', 'height', null),
  ]
  const module = {
    mode: 'raising' as const,
    levelId: 'high',
    pumpOn: true,
    open: [],
    lifting: false,
    ignition: true,
    supply: true,
    doorOpen: false,
  }
  const frames = Array.from({ length: 60 }, (_, atS) => ({
    kind: 'frame' as const,
    atS,
    values: {
      gallery: 690 + atS,
      'height.FL': 470,
      'height.FR': 470 + atS / 3,
      'height.rear': 480,
    },
    module,
  }))
  expect(doubtsOf([gallery, FL, FR, rear], frames, 470)).toEqual([
    { place: 'gallery', doubt: { code: 'otherUnit', unit: 'kPa' } },
    { place: 'height.FL', doubt: { code: 'stuck' } },
  ])
  // It follows a little, or nothing on its axle moves: no reason to doubt it.
  expect(
    doubtsOf(
      [FL, FR],
      frames.map((frame, i) => ({
        ...frame,
        values: { ...frame.values, 'height.FL': 470 + i / 100 },
      })),
      470,
    ),
  ).toEqual([])
  expect(
    doubtsOf(
      [FL, FR],
      frames.map((frame) => ({ ...frame, values: { 'height.FL': 470, 'height.FR': 470 } })),
      470,
    ),
  ).toEqual([])
})

test('a real car has a real module, a simulated one its stand-in; none takes another’s place', () => {
  const device = (
    id: string,
    vehicleTypeId: string | null,
    standIn: boolean,
    attached = true,
  ): DeviceStatus => ({
    identity: {
      id,
      kind: 'module',
      name: id,
      software: '',
      vehicleTypeId,
      channels: [],
      actions: [],
    },
    standIn,
    attached,
    lastHeardAt: null,
    heldBy: null,
    codes: null,
    standInNow: null,
  })
  const real = device('real', null, false)
  const away = device('real', null, false, false)
  const [second, elsewhere] = [device('second', 't', false), device('elsewhere', 'x', false)]
  const [mine, other] = [device('mine', 't', true), device('other', 'x', true)]
  const all = [other, mine, elsewhere, real, second]
  const car = jobOf()
  const practice = { ...car, vehicle: { ...car.vehicle, simulated: true } }
  const found = (...of: Parameters<typeof moduleFor>) => moduleFor(...of)?.identity.id ?? null
  expect([found(car, all), found(practice, all)]).toEqual(['real', 'mine'])
  expect(found(car, [other, mine, elsewhere])).toBeNull()
  expect(found(practice, [real, second])).toBeNull()
  // Away, it was not chosen yet: another may be.
  expect(found(car, [away, second])).toBe('second')
  expect(moduleFor(car, [away, second, mine], 'real')).toBe(away)
  expect(found(car, [second, mine], 'real')).toBeNull()
})

describe('what was taken for a test', () => {
  test('pairs of a time and a pressure, later ones below, in seconds, minutes or hours', () => {
    expect(readPairs('0 5,0\n10; 4.4', (shown) => shown, 'min')).toEqual([
      { atMs: 0, barG: 5 },
      { atMs: 600_000, barG: 4.4 },
    ])
    expect(
      (['s', 'h'] as const).map((unit) => readPairs('2 1', (shown) => shown, unit)![0]!.atMs),
    ).toEqual([2000, 7_200_000])
    for (const bad of ['', '0', '10 5\n5 4', '0 x'])
      expect(readPairs(bad, (shown) => shown, 'min')).toBeNull()
    expect(
      asReadings([
        { atMs: 5000, barG: 3 },
        { atMs: 65_000, barG: 2 },
      ]),
    ).toEqual({ atS: [0, 60], values: [3, 2] })
  })
  test('of a run only what was read while the pump ran', () => {
    const frames = [0, 1, 1, 0].map((runs, atS) => ({
      kind: 'frame' as const,
      atS,
      values: { runs, gallery: atS },
    }))
    expect(whileRunning(readingsOf(frames, 'gallery'), readingsOf(frames, 'runs'))).toEqual({
      atS: [1, 2],
      values: [1, 2],
    })
    expect(readingsOf(frames, 'nothing').values).toEqual([null, null, null, null])
  })
})

describe('verdicts in words', () => {
  test('of the pump: weak, tired, unclear, and a pressure that stops early', () => {
    const pump = { share: 0.6, sigma: 0.05, band: 'weak', clear: true, stopsAtBarG: null } as const
    expect(pumpSaid(pump, DEFAULT_UNITS)).toMatchObject({
      verdict: 'bad',
      sentence: 'The pump is weak.',
    })
    expect(pumpSaid({ ...pump, share: 0.95, band: 'good' }, DEFAULT_UNITS).verdict).toBe('good')
    expect(pumpSaid({ ...pump, clear: false }, DEFAULT_UNITS)).toMatchObject({
      verdict: 'doubtful',
      sentence: expect.stringContaining('Too close to be sure') as string,
    })
    expect(pumpSaid({ ...pump, stopsAtBarG: 6 }, DEFAULT_UNITS).speaksFor).toContain('exhaust')
  })
  test(
    'every verdict of lift, relay, sweep, load and corner has a sentence and ' +
      'speaks for something or says why not',
    () => {
      const said = [
        ...(['good', 'weakPump', 'leakWhileLifting', 'pumpOrLeak'] as const).map((verdict) =>
          liftSaid({ share: 0.7, verdict }, 20, 30),
        ),
        ...(['works', 'welded', 'relayDead', 'noCurrent', 'pumpSeized', 'cannotTell'] as const).map(
          (verdict) => relaySaid(verdict, []),
        ),
        ...(['levels', 'doesNotLevel', 'doesNothing', 'doesNotLetDown', 'unfinished'] as const).map(
          (verdict) => loadSaid({ verdict, sankMm: 20, upS: 10, downS: null }, DEFAULT_UNITS),
        ),
        ...(
          [
            'straight',
            'crossed',
            'sensorsCrossed',
            'dead',
            'muddled',
            'unfinished',
            'lookAtCar',
          ] as const
        ).map((verdict) =>
          whichSaid({ verdict, moved: { FL: 'FR' }, crossed: [['FL', 'FR']], dead: ['RL'] }),
        ),
        ...(['follows', 'stuck', 'jumps', 'dropsOut', 'noSignal'] as const).map((verdict) =>
          sweepSaid([{ id: 'a', place: 'front left sensor', verdict, movedPercent: 5 }]),
        ),
      ]
      for (const { sentence, speaksFor, verdict } of said) {
        expect(sentence.length).toBeGreaterThan(15)
        expect(speaksFor !== '' || verdict === 'cannotTell').toBe(true)
      }
      expect(
        sweepSaid([{ id: 'a', place: 'p', verdict: 'follows', movedPercent: 0.5 }]).verdict,
      ).toBe('cannotTell')
    },
  )
  test('of a shut volume, with what could not have been seen', () => {
    const decay = {
      conductance: 1e-5,
      rateBarLPerH: 0.9,
      leastBarLPerH: 0.1,
      verdict: 'leaks',
      fromBarG: 6,
      toBarG: 5,
    } as const
    expect(decaySaid(decay, 'Rear left', DEFAULT_UNITS)).toMatchObject({
      verdict: 'bad',
      sentence: expect.stringContaining('0.9 bar·L/h') as string,
    })
    expect(decaySaid({ ...decay, verdict: 'holds' }, 'It', DEFAULT_UNITS).sentence).toBe(
      'It holds.',
    )
    expect(decaySaid({ ...decay, verdict: 'cannotTell' }, 'It', DEFAULT_UNITS).verdict).toBe(
      'cannotTell',
    )
  })
  test('of the pump’s habit and its day', () => {
    const habit = {
      starts: 3,
      runS: 60,
      longestS: 30,
      startsPerDay: 40,
      minutesPerDay: 13,
      hottestC: 111,
      heatStops: 1,
    }
    expect(habitSaid(habit, DEFAULT_UNITS)).toMatchObject({
      verdict: 'bad',
      lines: expect.arrayContaining([expect.stringContaining('stopped for heat once')]) as string[],
    })
    const day = {
      runs: [],
      minutes: 1,
      longestS: 20,
      hottestC: 30,
      heatStops: 0,
      drawnBarL: 5,
      moistureG: 0.1,
      lostBarL: 0,
      keepsLevel: true,
      warmth: [],
    }
    const tight = { ...day, minutes: 0.8, drawnBarL: 0 }
    expect(pumpDayWords(day, tight).headline).toContain('costs the pump little')
    expect(pumpDayWords({ ...day, minutes: 9, longestS: 240 }, tight).sub).toContain(
      'The long run after standing wears it most',
    )
    expect(pumpDayWords({ ...day, heatStops: 2 }, tight).headline).toContain(
      'stopped for heat 2 times',
    )
    expect(pumpDayWords({ ...day, keepsLevel: false }, tight).headline).toContain(
      'does not keep up',
    )
    expect(pumpDayWords({ ...day, drawnBarL: 0, lostBarL: 12 }, tight).headline).toContain(
      '12.0 bar·L less every evening',
    )
  })
  test('of a night awake: the suspect, what disabling would be worth, and nothing that fits', () => {
    const { architecture } = jobOf().vehicleType
    const settling = {
      ...architecture,
      parked: { policy: 'settleAxle' as const, checksAfterH: [3] },
    }
    const answer = {
      posterior: { none: 0.1, FL: 0.8, FR: 0.1 },
      best: 'FL' as const,
      leakProbability: 0.9,
      rateBarLPerH: 1,
      predictedMm: { FL: 0, FR: 0, RL: 0, RR: 0 },
      changeMm: { FL: 0, FR: 0, RL: 0, RR: 0 },
      fitSuspect: false,
      namedRight: { awake: 0.6, off: 0.83 },
      leftBits: { awake: 1.2, off: 0.6 },
    }
    expect(speakAwake(answer, settling)).toMatchObject({
      headline: expect.stringMatching(/front left.*80/i) as string,
      sub: expect.stringContaining('60 times in 100; disabled, 83 times in 100') as string,
    })
    expect(
      speakAwake({ ...answer, posterior: { none: 0.3, FL: 0.4, FR: 0.3 } }, settling).headline,
    ).toContain('Cannot tell')
    expect(speakAwake({ ...answer, fitSuspect: true }, settling).headline).toContain('Nothing fits')
    expect(speakAwake({ ...answer, leftBits: { awake: 0.6, off: 0.6 } }, settling).sub).toContain(
      'hardly less',
    )
  })
})

describe('a module in words', () => {
  const state = {
    mode: 'raising' as const,
    levelId: 'high',
    pumpOn: true,
    open: [],
    lifting: false,
    ignition: true,
    supply: true,
    doorOpen: false,
  }
  test('what it does, and what keeps it from it', () => {
    expect(moduleWords(state)).toContain('Raising to “high”')
    expect(moduleWords({ ...state, lifting: true })).toContain('Lifting mode')
    expect(moduleWords({ ...state, supply: false })).toContain('supply is off')
    expect(openWords(['FL', 'exhaust'])).toBe('open: front left, exhaust')
    expect(openWords([])).toBe('all valves shut')
    expect(faultWords({ kind: 'crossedLines', corners: ['RL', 'RR'] })).toBe(
      'Lines RL and RR crossed',
    )
  })
})

describe('logs', () => {
  test('as a table, one row a moment, gaps left empty', () => {
    const head = {
      id: 'l',
      jobId: 'j',
      at: '2026-11-24T18:00:00Z',
      endedAt: null,
      person: 'p',
      deviceName: 'd',
      title: 't',
      channels: [channel('gallery', 'pressure', null)],
      from: 'link' as const,
      rows: 2,
    }
    expect(
      logCsv({ head, trace: { atS: [0, 1], values: { gallery: [7, null] }, marks: [] } }),
    ).toBe('"time, s","gallery, mm"\n0,7\n1,')
    expect(
      thinned(
        Array.from({ length: 1000 }, (_, i) => i),
        100,
      ),
    ).toHaveLength(101)
  })
  test('columns of a file: each choice has its own words, faults are named', () => {
    for (const [words, column] of Object.entries(COLUMN_CHOICES))
      expect(columnWords(column)).toBe(words)
    const [time, FL] = [COLUMN_CHOICES['time, s']!, COLUMN_CHOICES['height FL, mm']!]
    expect(mappingFault([time, FL])).toBeNull()
    expect(mappingFault([FL])).toContain('which column is the time')
    expect(mappingFault([time, time, FL])).toContain('Only one')
    expect(mappingFault([time])).toContain('what it measures')
    expect(mappingFault([time, FL, FL])).toContain('height FL')
  })
  test('hundreds of thousands of rows are kept as some thousand, their lifts found in all of them', () => {
    const rows = 300_000
    const mapping = [
      COLUMN_CHOICES['time, s']!,
      COLUMN_CHOICES['height FL, mm']!,
      COLUMN_CHOICES['pump runs, on or off']!,
    ]
    const reader = new LogReader(mapping)
    for (let i = 0; i < rows; i += 1)
      reader.take([
        String(i / 10),
        String(i < rows / 2 ? 450 : Math.min(480, 450 + (i - rows / 2) / 10)),
        i % 2 ? 'on' : 'off',
      ])
    const log = finishLog(reader, channelsOf(mapping, ['t', 'FL', 'pump on']), 470)
    expect(log.rows).toBe(rows)
    expect(log.trace.atS.length).toBeLessThanOrEqual(12_001)
    expect(log.channels.map(({ id }) => id)).toEqual(['height.FL', 'runs'])
    expect(log.lifts).toMatchObject([{ fromMm: 450, toMm: 480 }])
    expect(log.trace.values['height.FL']).toContain(480)
    expect(log.doubts).toEqual([])
  })
})
