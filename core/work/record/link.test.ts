import { describe, expect, test } from 'vitest'
import { USUAL_WAY } from '../procedure/index.ts'
import type { Live } from './index.ts'
import { contradicted, linkShows } from './index.ts'
import { PAIR, AtTheCar } from './test/atWork.ts'

describe('what a link shows', () => {
  const live: Live = {
    heard: true,
    supply: false,
    lifting: null,
    open: [],
    galleryBarG: 0,
    present: null,
    offMm: {},
  }
  test('the gallery speaks of a spring only while its own valve is open', () => {
    const of = { condition: 'cornerProved', corner: 'RL' } as const
    expect([
      linkShows(of, live, 'standing'),
      linkShows(of, { ...live, open: ['RL'] }, 'standing'),
      linkShows(of, { ...live, open: ['RL'], galleryBarG: 2 }, 'standing'),
      linkShows(of, { ...live, open: ['FL'] }, 'standing'),
      linkShows(of, { ...live, open: ['RL'], heard: false }, 'standing'),
    ]).toEqual([null, true, false, null, null])
  })
  test('supply, lifting mode, codes and heights are read where they can be', () => {
    const awake: Live = {
      ...live,
      supply: true,
      lifting: true,
      present: 0,
      offMm: { RL: 12, RR: 1 },
    }
    expect([
      linkShows({ condition: 'supplyOff', corner: null }, live, 'standing'),
      linkShows({ condition: 'supplyOff', corner: null }, awake, 'standing'),
      linkShows({ condition: 'liftingUnlessGround', corner: null }, awake, 'standing'),
      linkShows({ condition: 'liftingOff', corner: null }, awake, 'standing'),
      linkShows({ condition: 'codesClear', corner: null }, awake, 'standing'),
      linkShows({ condition: 'springsCarry', corner: 'RL' }, awake, 'standing'),
      linkShows({ condition: 'springsCarry', corner: 'RR' }, awake, 'standing'),
      linkShows({ condition: 'foldsSeen', corner: 'RL' }, awake, 'standing'),
    ]).toEqual([true, false, true, false, true, true, null, null])
  })
  test('what was not heard, or not read, shows nothing; the edges of what counts as empty and lifted', () => {
    const awake: Live = { ...live, supply: true, lifting: true, present: 2, offMm: { RL: 5 } }
    const standing = (
      condition: Parameters<typeof linkShows>[0]['condition'],
      change: Partial<Live> = {},
      corner: Parameters<typeof linkShows>[0]['corner'] = null,
    ) => linkShows({ condition, corner }, { ...awake, ...change }, 'standing')
    const deaf = { heard: false }
    expect([
      standing('supplyOff', deaf),
      standing('supplyOff', { supply: null }),
      standing('supplyOn'),
      standing('supplyOn', { supply: false }),
      standing('supplyOn', { supply: null }),
      standing('supplyOn', deaf),
      standing('liftingUnlessGround', { supply: false }),
      standing('liftingUnlessGround', deaf),
      standing('liftingOff', { lifting: false }),
      standing('liftingOff', { lifting: null }),
      standing('liftingOff', { supply: false }),
      standing('liftingOff', deaf),
      standing('codesClear'),
      standing('codesClear', { present: null }),
      standing('codesClear', deaf),
    ]).toEqual([
      null,
      null,
      true,
      false,
      null,
      null,
      null,
      null,
      true,
      null,
      null,
      null,
      false,
      null,
      null,
    ])
    const gallery = (galleryBarG: number | null, corner: 'RL' | null = 'RL') =>
      standing('cornerProved', { open: ['RL'], galleryBarG }, corner)
    expect([gallery(0.1), gallery(0.11), gallery(null), gallery(0, null)]).toEqual([
      true,
      false,
      null,
      null,
    ])
    expect([
      standing('springsCarry', {}, 'RL'),
      standing('springsCarry', { offMm: { RL: 4.9 } }, 'RL'),
      standing('springsCarry', { offMm: { RL: null } }, 'RL'),
      standing('springsCarry', {}, 'RR'),
      standing('springsCarry', {}),
      standing('springsCarry', { supply: false }, 'RL'),
      standing('springsCarry', deaf, 'RL'),
    ]).toEqual([true, null, null, null, null, null, null])
  })
  test('with wheels hanging a height says nothing of a spring: only the pressure it was seen to take', () => {
    const of = { condition: 'springsCarry', corner: 'RL' } as const
    const high: Live = { ...live, supply: true, offMm: { RL: 80 } }
    expect([linkShows(of, high, 'hanging'), linkShows(of, high, 'standing')]).toEqual([null, true])
    const car = new AtTheCar({ jobs: PAIR, way: { ...USUAL_WAY, fillAt: 'hanging' } })
    car.until('fillHanging.RL')
    const shown = car.done('fillHanging.RL').shown.map((each) => ({ ...each }))
    const by = (change: Partial<(typeof shown)[number]>) =>
      car.enter(
        car.done('fillHanging.RL', { shown: shown.map((each) => ({ ...each, ...change })) }),
      )
    expect([
      by({ proof: 'linkHeights', by: 'link' }),
      by({ proof: 'bodyLiftedItself' }),
      by({ barG: null }),
      by({ barG: 0.05 }),
      by({ barG: 2.2 }),
    ]).toEqual(['notShown', 'notShown', 'notShown', 'notShown', null])
  })
  test('it contradicts what is on record: supply back, pressure back, lifting mode off', () => {
    const car = new AtTheCar({ jobs: PAIR })
    car.until('openLine.RL')
    const run = car.run()
    expect(contradicted(run, live)).toEqual([])
    expect(contradicted(run, { ...live, supply: true })).toEqual([
      { fact: 'supplyOff', place: null },
    ])
    expect(contradicted(run, { ...live, galleryBarG: 3, open: ['RL', 'FL'] })).toEqual([
      { fact: 'plantEmpty', place: null },
      { fact: 'empty', place: 'RL' },
    ])
    expect(contradicted(run, { ...live, heard: false, supply: true })).toEqual([])
    // The supply is put back by the step that puts it back, a moment before anybody says so.
    const back = new AtTheCar({ jobs: PAIR })
    back.until('supplyStanding')
    expect(contradicted(back.run(), { ...live, supply: true })).toEqual([])
    const early = new AtTheCar({ jobs: PAIR })
    early.until('raiseLifting')
    expect(contradicted(early.run(), { ...live, supply: true, lifting: false })).toEqual([
      { fact: 'lifting', place: null },
    ])
  })
})
