import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Architecture } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import { combinations, toldOf } from './chances.ts'
import type { Evidence } from './index.ts'
import { diagnose, knowledgeOf, reason, SHIPPED_BOOK, SURE } from './index.ts'
import { ARCHITECTURE } from './test/simulatedCar.ts'

const FULL: Architecture = { ...ARCHITECTURE, reservoir: true, doorInhibit: true }
const known = knowledgeOf(SHIPPED_BOOK, FULL)
const evidenceOf = (found: Readonly<Record<string, string>>): Evidence[] =>
  Object.entries(found).map(([check, outcome]) => ({ check, outcome }))
function adviceOn(found: Readonly<Record<string, string>>, knowledge = known) {
  const answer = diagnose(knowledge, evidenceOf(found))
  if (!answer.ok) throw new Error(answer.error.code)
  return answer.value
}
const chancesIn = ({ posterior }: ReturnType<typeof adviceOn>) => {
  const chances = new Map(posterior.map(({ cause, p }) => [cause, p]))
  return (cause: string): number => chances.get(cause)!
}

describe('what is advised next', () => {
  test('no part is repaired whose own check has shown nothing', () => {
    const { posterior, recommend } = adviceOn({
      saysLow: 'RL',
      overnight: 'yes',
      watch: 'RL',
      'soapFitting.RL': 'none',
      'soapLine.RL': 'none',
      'soapBlock.rear': 'none',
      hiss: 'no',
    })
    expect(posterior[0]).toMatchObject({ cause: 'springLeak.RL' })
    expect(recommend.kind).toBe('check')
    expect(known.checkOf.get(recommend.id)!.check.id).toMatch(/^(soapSpring|shopAir|folds)$/)
  })
  test('the other spring of the axle is looked at before one is repaired', () => {
    const found = {
      saysLow: 'RL',
      overnight: 'yes',
      'soapSpring.RL': 'bubbles',
      'shopAir.RL': 'falls',
      'folds.RL': 'cracked',
      watch: 'RL',
      rises: 'yes',
    }
    expect(adviceOn(found).recommend.kind).toBe('check')
    expect(adviceOn({ ...found, 'soapSpring.RR': 'none' }).recommend).toEqual({
      kind: 'repair',
      id: 'springLeak.RL',
    })
  })
  test('both springs of an axle are one answer, of which each part was seen', () => {
    const { posterior, recommend } = adviceOn({
      saysLow: 'RL',
      overnight: 'yes',
      'soapSpring.RL': 'bubbles',
      'soapSpring.RR': 'bubbles',
    })
    expect(posterior[0]!.cause).toBe('springLeak.RL+springLeak.RR')
    expect(['repair', 'check']).toContain(recommend.kind)
    if (recommend.kind === 'repair') expect(recommend.id).toBe('springLeak.RL+springLeak.RR')
  })
  test('a code of one corner speaks for all that is in its circuit alike, and for that corner', () => {
    const p = chancesIn(adviceOn({ codes: 'leak', codeCorner: 'FL' }))
    const was = chancesIn(adviceOn({ codes: 'leak' }))
    const grown = ['springLeak', 'lineLeak', 'fittingLeak', 'valveSeat'].map(
      (cause) => p(`${cause}.FL`) / was(`${cause}.FL`),
    )
    for (const factor of grown) {
      expect(factor).toBeGreaterThan(1.5)
      expect(factor).toBeCloseTo(grown[0]!, 6)
    }
    expect(p('springLeak.FL')).toBeGreaterThan(5 * p('springLeak.FR'))
  })
  test('several codes are several pieces; the same one twice is not', () => {
    const two = diagnose(known, [
      { check: 'codes', outcome: 'relay' },
      { check: 'codes', outcome: 'hot' },
    ])
    expect(two.ok && two.value.posterior[0]!.cause).toBe('relayWelded')
    expect(
      diagnose(known, [
        { check: 'codes', outcome: 'relay' },
        { check: 'codes', outcome: 'relay' },
      ]),
    ).toMatchObject({ ok: false, error: { code: 'evidenceTwice' } })
  })
  test('a pump replaced in vain says the pump is not it, and nothing of the rest', () => {
    const [before, after] = [chancesIn(adviceOn({})), chancesIn(adviceOn({ pumpReplaced: 'yes' }))]
    expect(after('pumpWorn')).toBeLessThan(0.1 * before('pumpWorn'))
    const ratios = ['springLeak.RL', 'sensorDead.RL', 'relayDead', 'moduleFaulty'].map(
      (cause) => after(cause) / before(cause),
    )
    for (const ratio of ratios) expect(ratio).toBeCloseTo(ratios[0]!, 6)
  })
  test('once it is sure no question is asked any more', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CORNERS), fc.boolean(), (corner, seen) => {
        const { posterior, recommend } = adviceOn({
          saysLow: corner,
          [`soapSpring.${corner}`]: 'bubbles',
          [`shopAir.${corner}`]: 'falls',
          watch: corner,
          ...(seen ? { [`folds.${corner}`]: 'cracked' } : {}),
        })
        const own = posterior
          .filter(({ cause }) => known.guide!.mends(`springTorn.${corner}`).includes(cause))
          .reduce((sum, { p }) => sum + p, 0)
        if (own < SURE || recommend.kind !== 'check') return
        expect(known.checkOf.get(recommend.id)!.check.group).not.toBe('complaint')
      }),
      { numRuns: 8 },
    )
  })
  test('a night that would be dear comes later than one that costs nothing', () => {
    const found = {
      saysLow: 'RL',
      overnight: 'yes',
      'soapSpring.RL': 'none',
      'soapSpring.RR': 'none',
    }
    const gainAt = (nightMin: number): number =>
      adviceOn(found, knowledgeOf(SHIPPED_BOOK, FULL, { nightMin })).ranking.find(
        ({ check }) => check === 'watch',
      )!.gain
    expect(gainAt(5)).toBeGreaterThan(gainAt(240) + 200)
    expect(adviceOn(found, knowledgeOf(SHIPPED_BOOK, FULL, { nightMin: 5 })).recommend).toEqual({
      kind: 'check',
      id: 'watch',
    })
  })
  test('it held with the supply off and is low all the same: the wait with it on comes, once what is quick is done', () => {
    const quick = {
      codes: 'none',
      rises: 'yes',
      agrees: 'agree',
      standsLow: 'level',
      evenLow: 'no',
      soapExhaust: 'none',
      'terminals.RL': 'clean',
      'linkLook.RL': 'sound',
      lastWork: 'nothing',
    }
    const found = { saysLow: 'RL', overnight: 'yes', watch: 'holds', ...quick }
    const asked: string[] = []
    const now: Record<string, string> = { ...found }
    for (;;) {
      const { recommend } = adviceOn(now)
      if (recommend.kind !== 'check' || asked.length === 12) break
      asked.push(recommend.id)
      if (recommend.id === 'command') break
      const { check, whole } = known.checkOf.get(recommend.id)!
      expect(check.unattendedH ?? 0, recommend.id).toBe(0)
      expect(whole ? 0 : check.minutes).toBeLessThanOrEqual(10)
      now[recommend.id] = check.outcomes[0]!.id
    }
    expect(asked.at(-1)).toBe('command')
    expect(adviceOn({ ...found, overnight: 'no', saysLow: 'level' }).recommend).not.toMatchObject({
      id: 'command',
    })
  })
  test.each<Readonly<Record<string, string>>>([
    {
      saysLow: 'FL',
      hiss: 'yes',
      message: 'yes',
      'soapSpring.FL': 'bubbles',
      pumpLoud: 'no',
      'soapSpring.FR': 'none',
    },
    {
      codes: 'leak',
      codeCorner: 'FL',
      overnight: 'yes',
      saysLow: 'FL',
      'soapSpring.FL': 'none',
      'soapFitting.FL': 'bubbles',
    },
    { pumpReplaced: 'yes', pumpNever: 'yes', codes: 'goal', relayTest: 'dead' },
  ])(
    'what the advice on %j hangs on is no repair either whose own check has shown nothing',
    (found) => {
      const answer = reason(known, evidenceOf(found))
      if (!answer.ok) throw new Error(answer.error.code)
      const repairs = answer.value.hangsOn.flatMap(({ recommend }) =>
        recommend.kind === 'repair' ? [recommend.id] : [],
      )
      for (const id of repairs)
        for (const group of known.guide!.shownBy.get(id)!)
          expect(
            group.some((check) => check in found),
            id,
          ).toBe(true)
    },
  )
  test('what a leading cause does not explain is named', () => {
    const answer = reason(
      known,
      evidenceOf({
        saysLow: 'RL',
        'soapSpring.RL': 'bubbles',
        'soapSpring.RR': 'none',
        'shopAir.RL': 'falls',
        codes: 'damper',
      }),
    )
    if (!answer.ok) throw new Error(answer.error.code)
    expect(answer.value.posterior[0]!.cause).toBe('springLeak.RL')
    expect(answer.value.unexplained).toEqual([{ check: 'codes', outcome: 'damper' }])
  })
})

describe('outcomes that cannot stand together', () => {
  const clashesOf = (found: Parameters<typeof evidenceOf>[0]) => {
    const answer = reason(known, evidenceOf(found))
    if (!answer.ok) throw new Error(answer.error.code)
    return answer.value.clashes.map((pair) => pair.map(({ check }) => check))
  }
  test('are named as a pair', () => {
    expect(clashesOf({ saysLow: 'RL', 'soapSpring.RL': 'bubbles', 'shopAir.RL': 'holds' })).toEqual(
      [['soapSpring.RL', 'shopAir.RL']],
    )
  })
  test('are not named where a fault shows both, or two faults together do', () => {
    expect(clashesOf({ saysLow: 'RL', 'soapSpring.RL': 'bubbles', 'shopAir.RL': 'falls' })).toEqual(
      [],
    )
    expect(
      clashesOf({ 'soapSpring.RL': 'bubbles', 'shopAir.RL': 'falls', 'soapSpring.RR': 'bubbles' }),
    ).toEqual([])
  })
})

describe('what is told of several loud places', () => {
  test('whatever is behind it, the ways it is told sum to one; quiet is told as quiet', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (n, share) => {
          const combos = combinations(n, 2)
          const told = toldOf(combos, share)
          const sums = combos.map((_, behind) =>
            told.flat().reduce((sum, [real, chance]) => (real === behind ? sum + chance : sum), 0),
          )
          for (const sum of sums) expect(sum).toBeCloseTo(1, 9)
          expect(told[0]).toEqual([[0, 1]])
        },
      ),
    )
  })
})
