import { describe, expect, test } from 'vitest'
import type { LeakdownAnswer } from '@anklet/core/measuring/leakdown'
import { forecast, inferLeak } from '@anklet/core/measuring/leakdown'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { mapCorners } from '@anklet/core/base/vehicle'
import { architecture } from '../test/records.ts'
import type { AnswerFacts } from './answer.ts'
import * as words from './answer.ts'

// Per cents hang together by a space that does not break; read here as any other.
const plain = (text: string): string => text.replaceAll('\u00a0', ' ')
const percentWords = (p: number): string => plain(words.percentWords(p))
const { suspectsOf } = words

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const

/**
 * The core's own answer to a night with given leaks, so that the words are tried on real numbers.
 */
function answerTo(
  leaks: Partial<Record<Corner, number>>,
  {
    startC = 10,
    endC = -2,
    nudge = {},
  }: { startC?: number; endC?: number; nudge?: Partial<Record<Corner, number>> } = {},
): LeakdownAnswer {
  const night = { vehicle: sampleVehicle(), startC, endC, hours: 12 }
  const run = forecast({ ...night, leaks, sampleHours: [0, 12] })
  if (!run.ok) throw new Error(run.error.code)
  const [before, after] = run.value
  const answer = inferLeak({
    ...night,
    before: mapCorners(before!.heightMm, (mm) => [mm, mm]),
    after: mapCorners(after!.heightMm, (mm, corner): number[] => [
      mm + (nudge[corner] ?? 0),
      mm + (nudge[corner] ?? 0),
    ]),
  })
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}
const speak = (answer: LeakdownAnswer, change: Partial<AnswerFacts> = {}) => {
  const spoken = words.speakAnswer({ answer, architecture, units, undisturbed: true, ...change })
  return { ...spoken, headline: plain(spoken.headline), sub: plain(spoken.sub) }
}
const shaped = (
  posterior: LeakdownAnswer['posterior'],
  change: Partial<LeakdownAnswer> = {},
): LeakdownAnswer => {
  const best = Object.entries(posterior).reduce((a, b) =>
    b[1] > a[1] ? b : a,
  )[0] as LeakdownAnswer['best']
  return { ...answerTo({ FL: 1e-5 }), posterior, best, ...change }
}
const withLayout = (change: Partial<Architecture>): { architecture: Architecture } => ({
  architecture: { ...architecture, ...change },
})

describe('the answer in words', () => {
  test('says the corner, how sure, and what only the cold did', () => {
    const { kind, headline, sub } = speak(answerTo({ FL: 2e-5 }))
    expect(kind).toBe('answer')
    expect(headline).toMatch(
      /^Front left leaks: (sure, 95 % or more|likely, \d\d %)\. The cold explains \d+ of its \d+ mm\.$/,
    )
    expect(sub).toMatch(/because the body is stiff: one corner is enough to explain all four\.$/)
    expect(sub).toMatch(/rear right rode up/)
  })

  test('words come before per cent, and nothing is surer than 95 % or more', () => {
    expect([0.999, 0.95, 0.9449, 0.5, 0.0099].map(percentWords)).toEqual([
      '95 % or more',
      '95 % or more',
      '94 %',
      '50 %',
      'under 1 %',
    ])
    expect(speak(shaped({ none: 0.1, FL: 0.8, FR: 0.1 })).headline).toMatch(
      /^Front left leaks: likely, 80 %/,
    )
    expect(speak(shaped({ none: 0.4, FL: 0.6 })).headline).toMatch(
      /^Front left leaks: more likely than not, 60 %/,
    )
  })

  test('a car that only sinks because it is cold is not accused', () => {
    const { headline } = speak(answerTo({}))
    expect(headline).toMatch(
      /^No leak worth finding: .+\. The cold alone explains the 1\d mm at the /,
    )
  })

  test('a night that got no colder lays nothing on the cold', () => {
    expect(speak(answerTo({ RR: 2e-5 }, { startC: 5, endC: 5 })).headline).toContain(
      'It did not get colder, so the cold explains none of its',
    )
    expect(speak(answerTo({}, { startC: 5, endC: 5 })).headline).toContain(
      'The car stands as high as in the evening.',
    )
  })

  test('what heights cannot tell apart is one line', () => {
    const suspects = suspectsOf(
      { none: 0.1, all: 0.3, diagonalFL: 0.35, diagonalFR: 0.05, FL: 0.2 },
      architecture,
    )
    expect(suspects[0]).toMatchObject({
      words: 'all four, or two on a diagonal',
      ids: ['all', 'diagonalFL', 'diagonalFR'],
    })
    expect(suspects[0]!.probability).toBeCloseTo(0.7, 12)
    expect(
      speak(shaped({ none: 0.1, all: 0.3, diagonalFL: 0.35, diagonalFR: 0.05, FL: 0.2 })).headline,
    ).toMatch(/^All four lose air, or two on a diagonal: more likely than not, 70 %/)
  })

  test('where only the axle is clear, the axle is named and its suspects listed', () => {
    const { headline, sub } = speak(shaped({ none: 0.02, RL: 0.5, rearPair: 0.26, rearBoth: 0.22 }))
    expect(headline).toMatch(/^The rear axle leaks: sure, 95 % or more\./)
    expect(sub).toBe(
      'Heights cannot tell which: rear left (50 %), both rear springs alike, as by ' +
        'the shared valve block (26 %) or both rear springs, each its own leak (22 %). ' +
        'Soap tells them apart.',
    )
  })

  test('where nothing is clear it says so', () => {
    expect(speak(shaped({ none: 0.45, FL: 0.3, RR: 0.25 })).headline).toBe(
      'Cannot tell yet: no leak, only the cold (45 %) or front left (30 %).',
    )
  })

  test('heights that twist the body are doubted first, and the answer stands if they hold', () => {
    const twisted = shaped(
      { none: 0.02, FL: 0.98 },
      { closureSuspect: true, closureMm: 20, expectedClosureMm: 3 },
    )
    const spoken = speak(twisted)
    expect(spoken.kind).toBe('twisted')
    expect(spoken.twist).toBe(
      'These heights twist the body by 17 mm: either a reading is wrong or the car ' +
        'hangs in its bushes. Roll it, bounce it, take the corner again.',
    )
    expect(spoken.headline).toMatch(/^If the heights hold: Front left leaks: sure, 95 % or more\./)
    expect(words.findingSentence(spoken)).toBe(`${spoken.headline} ${spoken.twist}`)
    expect(words.findingSentence({ ...spoken, headline: 'x'.repeat(400) })).toHaveLength(300)
  })

  test('a slip that also fits nothing says both', () => {
    const spoken = speak(answerTo({ FL: 1e-5 }, { nudge: { RR: 45 } }))
    expect(spoken.kind).toBe('nothingFits')
    expect(spoken.twist).toMatch(/^These heights twist the body by \d+ mm: either/)
  })

  test('a night without a twist is written down as it is said', () => {
    const spoken = speak(shaped({ none: 0.02, FL: 0.98 }))
    expect(spoken.twist).toBeNull()
    expect(words.findingSentence(spoken)).toBe(spoken.headline)
  })

  test('so does a night that nothing fits', () => {
    const { kind, headline } = speak(
      shaped({ none: 0.1, FL: 0.9 }, { fitSuspect: true, closureSuspect: false }),
    )
    expect([kind, headline]).toEqual(['nothingFits', 'Nothing on the list fits these changes.'])
  })

  test('a car that was not left alone proves little, and the words say so first', () => {
    const { kind, headline, sub } = speak(shaped({ none: 0.1, FL: 0.9 }), { undisturbed: false })
    expect(kind).toBe('moduleAwake')
    expect(headline).toMatch(/not left alone/)
    expect(sub).toMatch(/Cut the supply, prove it, and watch again/)
  })

  test('an axle alike is laid to what its springs share', () => {
    const pair = shaped({ none: 0.04, frontPair: 0.96 })
    expect(speak(pair).headline).toMatch(
      /^The front axle sinks as one: its valve block, or both springs alike: sure/,
    )
    expect(speak(pair, withLayout({ valves: 'perSpring' })).headline).toMatch(
      /^Both front springs leak alike: sure/,
    )
    expect(speak(pair, withLayout({ crossValve: { front: true, rear: false } })).headline).toMatch(
      /^The front axle loses air: one leak, shared through its cross valve: sure/,
    )
  })

  test('inches are spoken where the shop reads inches', () => {
    expect(speak(answerTo({ FL: 2e-5 }), { units: { ...units, length: 'inch' } }).headline).toMatch(
      /The cold explains 0\.\d\d of its \d\.\d\d in\.$/,
    )
  })
})
