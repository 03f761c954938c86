import { RAISING } from './test/checking.ts'
import type { CircuitState } from '@anklet/core/base/circuit'
import { AT_REST, openPassages } from '@anklet/core/base/circuit'
import { usualArchitecture } from '@anklet/core/base/vehicle'
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
import { circuitWords } from '@anklet/language/shop/circuit'
import { faultWords, moduleWords } from '@anklet/language/shop/devices'
import { pumpDayWords } from '@anklet/language/night/pumpDay'

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
describe('a circuit in words', () => {
  const car = usualArchitecture({ reservoir: true, crossValve: { front: true, rear: false } })
  const said = (state: Partial<CircuitState>, layout = car): string => {
    const now = { ...AT_REST, ...state }
    return circuitWords(openPassages(layout, now), { told: true, pumpOn: now.pumpOn })
  }
  test('each open valve, and which way air goes only where that is told', () => {
    expect(said({})).toBe('The pump rests. All valves shut.')
    expect(said({ open: ['RL', 'reservoir'], moves: 'up' })).toBe(
      'The pump rests. Open: rear left, air goes in; reservoir, air goes out.',
    )
    expect(said({ open: ['FL', 'exhaust'], moves: 'down' })).toBe(
      'The pump rests. Open: front left, air goes out; exhaust, air goes out.',
    )
    expect(said({ open: ['FL', 'crossFront'] })).toBe(
      'The pump rests. Open: front left, which way air goes is not told; front cross valve.',
    )
    expect(circuitWords([], { told: false, pumpOn: false })).toContain('Nothing is told')
  })
  test('the pump, and where it moves air', () => {
    expect(said({ pumpOn: true })).toContain('The pump moves air from outside into the gallery.')
    const closed = usualArchitecture({ layout: 'closed', reservoir: true })
    expect(said({ pumpOn: true, moves: 'down', open: ['RR'] }, closed)).toBe(
      'The pump moves air out of the gallery into the reservoir. Open: rear right, air goes out.',
    )
    expect(said({ pumpOn: true }, closed)).toContain('The pump runs, which way is not told.')
  })
})
describe('a module in words', () => {
  const state = RAISING
  test('what it does, and what keeps it from it', () => {
    expect(moduleWords(state)).toContain('Raising to “high”')
    expect(moduleWords({ ...state, lifting: true })).toContain('Lifting mode')
    expect(moduleWords({ ...state, supply: false })).toContain('supply is off')
    expect(faultWords({ kind: 'crossedLines', corners: ['RL', 'RR'] })).toBe(
      'Lines RL and RR crossed',
    )
  })
})
