import { describe, expect, test, vi } from 'vitest'
import { jobOf } from '@anklet/language/test/records'
import type { Draft } from '../../../client/state/drafts.ts'
import { standingLevel } from '../model/rounds.ts'
import { freshDraft } from './draftOf.ts'
import { sealDraft } from './seal.ts'
import { walked, watched } from '../../../test/night.ts'

const units = { length: 'mm', pressure: 'bar', temperature: 'degC' } as const
const NOW = new Date('2026-11-24T18:00:00Z')
const signer = { person: 'p', device: 'd', watchVersion: 3 }
describe('a round on its way to the server', () => {
  test('heights go as they were walked, dated by their first and last reading', () => {
    const unsaid = walked(freshDraft(jobOf(), 'heights', NOW))
    // Nobody said yet in what state it stands.
    expect(sealDraft(unsaid, units, signer)).toBeNull()
    const draft: Draft = { ...unsaid, state: 'arrived', levelId: 'road' }
    const command = sealDraft(draft, units, signer)
    expect(command).toMatchObject({
      id: draft.commandId,
      type: 'round.record',
      person: 'p',
      device: 'd',
      baseVersion: null,
      payload: {
        jobId: 'j',
        round: {
          roundId: draft.roundId,
          levelId: 'road',
          state: 'arrived',
          temperatureC: 8,
          startedAt: '2026-11-24T18:00:00.000Z',
          endedAt: '2026-11-24T18:07:00.000Z',
        },
      },
    })
    expect(
      (command!.payload as unknown as { round: { readings: unknown[] } }).round.readings,
    ).toHaveLength(8)
  })

  test('what was loaded goes along with a laden round alone, and must be a weight', () => {
    const draft: Draft = {
      ...walked(freshDraft(jobOf(), 'heights', NOW)),
      state: 'levelled',
      levelId: 'road',
      loadKg: '300',
    }
    const sent = (change: Partial<Draft>) =>
      (sealDraft({ ...draft, ...change }, units, signer)?.payload as { round: object } | undefined)
        ?.round
    expect(sent({ load: 'laden' })).toMatchObject({ load: 'laden', loadKg: 300 })
    for (const unsaid of [{}, { load: 'driver' }, { load: 'laden', loadKg: ' ' }] as const)
      expect(sent(unsaid)).not.toHaveProperty('loadKg')
    for (const loadKg of ['0', '5001', 'three'])
      expect(sent({ load: 'laden', loadKg })).toBeUndefined()
  })

  test('sealed twice it is the same intention', () => {
    const draft: Draft = {
      ...walked(freshDraft(jobOf(), 'heights', NOW)),
      state: 'levelled',
      levelId: 'road',
    }
    expect(sealDraft(draft, units, signer)?.id).toBe(sealDraft(draft, units, signer)?.id)
  })

  test('a walk by a clock that was ahead ends now once the clock is right, as long as it was', () => {
    const draft: Draft = {
      ...walked(freshDraft(jobOf(), 'heights', NOW)),
      state: 'levelled',
      levelId: 'road',
    }
    type Sealed = { round: { startedAt: string; endedAt: string; readings: { at: string }[] } }
    const sealed = (): Sealed['round'] =>
      (sealDraft(draft, units, signer)!.payload as unknown as Sealed).round
    const right = sealed()
    vi.useFakeTimers({ now: Date.parse(right.endedAt) - 30 * 3_600_000 })
    const moved = sealed()
    vi.useRealTimers()
    expect(moved.endedAt).toBe(new Date(Date.parse(right.endedAt) - 30 * 3_600_000).toISOString())
    const lasted = ({ startedAt, endedAt }: Sealed['round']): number =>
      Date.parse(endedAt) - Date.parse(startedAt)
    expect(lasted(moved)).toBe(lasted(right))
    expect(moved.readings.map(({ at }) => Date.parse(at) + 30 * 3_600_000)).toEqual(
      right.readings.map(({ at }) => Date.parse(at)),
    )
  })

  test('nothing goes while an answer is missing', () => {
    const draft = walked(freshDraft(jobOf(), 'evening', NOW))
    expect(sealDraft(draft, units, signer)).toBeNull()
    const checklist = {
      ...draft.checklist,
      supplyCut: 'fuse' as const,
      supplyProved: true,
      tagged: true,
      doorsShut: true,
      minutesSinceRun: 'unknown' as const,
    }
    expect(sealDraft({ ...draft, checklist }, units, signer)).toMatchObject({
      type: 'watch.start',
      payload: { minutesSinceRun: null, supplyCut: 'fuse' },
    })
    for (const change of [
      { supplyProved: false },
      { tagged: false },
      { doorsShut: false },
      { supplyCut: null },
      { plannedEnd: '' },
    ])
      expect(
        sealDraft({ ...draft, checklist: { ...checklist, ...change } }, units, signer),
      ).toBeNull()
    for (const change of [
      { temperature: 'cold' },
      { thermometer: null },
      { rolledAndBounced: null },
      { startedAt: null },
    ])
      expect(sealDraft({ ...draft, checklist, ...change }, units, signer)).toBeNull()
  })

  test('a morning carries the version of the watch that was looked at', () => {
    const draft = walked(freshDraft(watched(), 'morning', NOW))
    expect(sealDraft(draft, units, signer)).toBeNull()
    expect(sealDraft({ ...draft, undisturbed: true }, units, signer)).toMatchObject({
      type: 'watch.finish',
      baseVersion: 3,
      payload: { watchId: 'w', undisturbed: true, round: { levelId: 'high' } },
    })
  })

  test(
    'levels: of heights nobody has said one, a watch proposes the highest, its ' +
      'morning is where its evening was',
    () => {
      expect(freshDraft(jobOf(), 'heights', NOW).levelId).toBe('')
      const usual = jobOf()
      const { vehicleType } = usual
      const levels = [{ id: 'only', offsetMm: 0 }]
      const architecture = { ...vehicleType.architecture, levels }
      const single = { ...usual, vehicleType: { ...vehicleType, architecture } }
      expect(freshDraft(single, 'heights', NOW).levelId).toBe('only')
      expect(freshDraft(jobOf(), 'evening', NOW).levelId).toBe('high')
      expect(freshDraft(watched(), 'morning', NOW).levelId).toBe('high')
      expect(standingLevel(jobOf()).id).toBe('road')
    },
  )
})
