import { describe, expect, test } from 'vitest'
import { checkGeometry } from '@anklet/core/base/vehicle'
import { fillGuesses, guessesLeft, guessWords, withFigure } from './guessForm.ts'
import type { TypeForm } from './typeForm.ts'
import { BLANK_TYPE, geometryOf } from './typeForm.ts'

const blank = BLANK_TYPE.axles.front
const known: TypeForm = {
  ...BLANK_TYPE,
  vehicle: {
    ...BLANK_TYPE.vehicle,
    wheelbaseMm: '3100',
    trackFrontMm: '1700',
    trackRearMm: '1690',
  },
  axles: {
    front: { ...blank, designHeightMm: '470' },
    rear: { ...blank, designHeightMm: '490', effectiveAreaCm2: '118', bumpHeightMm: '420' },
  },
}
const filled = (form: TypeForm) => {
  const outcome = fillGuesses(form, 'van')
  if (!outcome.ok) throw new Error(outcome.sentence)
  return outcome.form
}

describe('a vehicle type nobody has looked up yet', () => {
  test('stands once its class fills it, at the heights that were measured', () => {
    const outcome = geometryOf(filled(known))
    if (!outcome.ok) throw new Error(outcome.sentence)
    expect(checkGeometry(outcome.geometry).ok).toBe(true)
    expect(outcome.geometry.corners.RL).toMatchObject({
      designHeightMm: 490,
      effectiveAreaCm2: 118,
      bumpHeightMm: 420,
    })
  })

  test('marks what was guessed, and only that', () => {
    const { guesses } = filled(known)
    expect(guesses).toEqual(
      expect.arrayContaining([
        'front.bumpTravelMm',
        'rear.volumeAtDesignL',
        'front.antiRollNPerMm',
      ]),
    )
    for (const name of ['rear.effectiveAreaCm2', 'rear.bumpTravelMm', 'front.designHeightMm'])
      expect(guesses).not.toContain(name)
    expect(guessWords('rear.volumeAtDesignL')).toBe('air volume at design height, rear')
    expect(guessWords('front.antiRollNPerMm')).toBe('anti-roll bar, front')
  })

  test('a figure that is typed is no guess any more, nor is one that is asked for no longer', () => {
    const form = filled(known)
    expect(withFigure(form, 'rear', 'volumeAtDesignL', '2.1').guesses).not.toContain(
      'rear.volumeAtDesignL',
    )
    const coils = {
      ...form,
      architecture: {
        ...form.architecture,
        air: { front: 'none' as const, rear: 'bellows' as const },
      },
    }
    expect(guessesLeft(coils)).not.toContain('front.effectiveAreaCm2')
    expect(guessesLeft(coils)).toContain('rear.volumeAtDesignL')
  })

  test('no height is guessed', () => {
    const outcome = fillGuesses({ ...known, axles: { ...known.axles, front: blank } }, 'van')
    expect(outcome).toMatchObject({ ok: false })
  })
})
