import { describe, expect, test } from 'vitest'
import { checkGeometry } from '@anklet/core/base/vehicle'
import { startingVehicle } from '@anklet/core/base/starting'
import {
  fillGuesses,
  guessesLeft,
  guessWords,
  isLayoutGuessed,
  withFigure,
  withLayoutKnown,
} from './guessForm.ts'
import type { TypeForm } from './typeForm.ts'
import { BLANK_TYPE, formOf, geometryOf } from './typeForm.ts'
import { jobOf } from '@anklet/language/test/records'

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

  test('a car taken in without papers stays a guess through the form, but for what is typed', () => {
    const { jobType, begun } = takenIn()
    const form = formOf(jobType)!
    expect(guessesLeft(form).toSorted()).toEqual([...begun.guesses].toSorted())
    for (const name of begun.guesses) expect(guessWords(name)).not.toMatch(/undefined|Mm|^vehicle/)
    expect(guessWords('vehicle.wheelbaseMm')).toBe('wheelbase')
    expect(guessWords('rear.trackMm')).toBe('track, rear')
    expect(isLayoutGuessed(form)).toBe(true)
    expect(isLayoutGuessed(withLayoutKnown(form))).toBe(false)
    expect(guessesLeft(withLayoutKnown(form))).not.toContain('vehicle.layout')
  })

  test('stops that are guesses keep their distance from a height that is typed, figure by figure', () => {
    const { jobType, begun } = takenIn()
    const { bumpHeightMm, droopHeightMm, designHeightMm } = begun.geometry.corners.RL
    const typed = ['', '7', '71', '712'].reduce(
      (form, text) => withFigure(form, 'rear', 'designHeightMm', text),
      formOf(jobType)!,
    )
    const { rear } = typed.axles
    expect(Number(rear.bumpHeightMm)).toBeCloseTo(712 - (designHeightMm - bumpHeightMm), 6)
    expect(Number(rear.droopHeightMm)).toBeCloseTo(712 + (droopHeightMm - designHeightMm), 6)
    expect(typed.guesses).not.toContain('rear.designHeightMm')
    // Looked up, they stay where they are.
    const known = withFigure(
      withFigure(typed, 'rear', 'bumpHeightMm', '640'),
      'rear',
      'droopHeightMm',
      '800',
    )
    expect(withFigure(known, 'rear', 'designHeightMm', '720').axles.rear.bumpHeightMm).toBe('640')
  })
})

function takenIn() {
  const begun = startingVehicle('rear', 'van')
  return { begun, jobType: { ...jobOf().vehicleType, ...begun, guesses: [...begun.guesses] } }
}
