import type { SpokenAnswer } from '@anklet/language/night/answer'
import { describe, expect, test } from 'vitest'
import { watchOf } from '../../test/night.ts'
import {
  concludeNight,
  concludePair,
  giveWatchUp,
  putSupplyBack,
  teachVehicle,
} from './commands.ts'

const watch = watchOf({ id: 'w', version: 7 })

describe('what is written of a watch', () => {
  test('the answer as it was spoken, with the fault that fits best and its probability', () => {
    const spoken = {
      kind: 'answer',
      headline: 'The rear left spring leaks.',
      twist: null,
      suspects: [{ probability: 0.87 }, { probability: 0.1 }],
    } as unknown as SpokenAnswer
    expect(concludeNight(watch, spoken, 'leak.RL')).toEqual({
      payload: {
        watchId: 'w',
        finding: {
          kind: 'answer',
          best: 'leak.RL',
          probability: 0.87,
          sentence: 'The rear left spring leaks.',
        },
      },
      baseVersion: 7,
    })
  })
  test('two waits, by what they come to together', () =>
    expect(concludePair(watch, { code: 'holds' }, 'Both hold.')).toEqual({
      payload: {
        watchId: 'w',
        finding: { kind: 'answer', best: 'holds', probability: 0.95, sentence: 'Both hold.' },
      },
      baseVersion: 7,
    }))
  test('its supply, and why it was given up', () => {
    expect(putSupplyBack(watch)).toEqual({ payload: { watchId: 'w' }, baseVersion: 7 })
    expect(giveWatchUp('w', ' It goes home. ')).toEqual({ watchId: 'w', reason: 'It goes home.' })
  })
  test('what it taught of the car, and that it is forgotten', () => {
    const vehicle = { id: 'v', version: 2 } as Parameters<typeof teachVehicle>[0]
    expect(teachVehicle(vehicle, null)).toEqual({
      payload: { vehicleId: 'v', lesson: null },
      baseVersion: 2,
    })
  })
})
