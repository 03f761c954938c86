import type { Askable } from '@anklet/core/base/starting'

interface Question {
  readonly asks: string
  /** What its fields are called, before their axle. */
  readonly field: string
  readonly readAt: string
}

/** The questions that fill in a car nobody entered. */
export const FILL_IN: Readonly<Record<Askable, Question>> = {
  wheelbaseMm: {
    asks: 'How far apart are the wheels of one side?',
    field: 'Wheelbase',
    readAt: 'In the papers of the car, or by a tape along the sill, from hub to hub.',
  },
  trackMm: {
    asks: 'How wide does it stand?',
    field: 'Track',
    readAt: 'In the papers, or by a tape on the ground, from tyre middle to tyre middle.',
  },
  designLoadN: {
    asks: 'What does each axle weigh, empty?',
    field: 'Weight',
    readAt: 'On a weighbridge or scales, or in the papers: the car empty, its tank as usual.',
  },
}

/** How much narrower answers get, in words. @param left what is left of the width, 0 to 1 */
export function narrowsWords(left: number): string {
  const percent = Math.round((1 - left) * 100)
  return percent >= 40
    ? 'It would halve what the guesses leave open.'
    : percent >= 3
      ? `It would take ${percent} % off what the guesses leave open.`
      : 'It would change little; the volume of the springs is what is open, and nights tell that.'
}
