import { describe, expect, test } from 'vitest'
import type { Corner } from '../../base/vehicle/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import type { LevelSpecification, RecordedReading } from './index.ts'
import { alike, countedMm, countedReadings, judgeRecorded, sameWay, stateOf } from './index.ts'

const read = (
  corner: Corner,
  heightMm: number,
  correction: RecordedReading['correction'] = null,
): RecordedReading => ({ corner, heightMm, correction })
const twice = (heights: Readonly<Record<Corner, number>>): RecordedReading[] =>
  CORNERS.flatMap((corner) => [read(corner, heights[corner]), read(corner, heights[corner])])

const ROAD: LevelSpecification = {
  levelId: 'road',
  method: 'wheelCentreToArch',
  front: { nominalMm: 480, minusMm: 10, plusMm: 10, leftRightMm: null },
  rear: { nominalMm: 470, minusMm: 10, plusMm: 10, leftRightMm: null },
}
const HIGH: LevelSpecification = {
  ...ROAD,
  levelId: 'high',
  front: { ...ROAD.front, nominalMm: 520 },
  rear: { ...ROAD.rear, nominalMm: 510 },
}
const SILL: LevelSpecification = { ...HIGH, levelId: 'road', method: 'sillToFloor' }

describe('what counts of a round on record', () => {
  test('is the newest correction, what was taken where there is none, and nothing where it was left out', () => {
    expect(countedMm(read('FL', 480))).toBe(480)
    expect(countedMm(read('FL', 480, { heightMm: 470 }))).toBe(470)
    expect(countedMm(read('FL', 480, { heightMm: null }))).toBeNull()
  })
  test('stands by corner, in the order it was read, without what was left out', () => {
    const readings = [
      read('FL', 480),
      read('RR', 471),
      read('FL', 500, { heightMm: 481 }),
      read('RR', 900, { heightMm: null }),
    ]
    expect(countedReadings({ readings, padsMm: null })).toEqual({
      FL: [480, 481],
      FR: [],
      RL: [],
      RR: [471],
    })
  })
  test('a floor that is not level is taken out', () => {
    const level = twice({ FL: 480, FR: 480, RL: 470, RR: 470 })
    const padsMm = { FL: 0, FR: 4, RL: 0, RR: 0 }
    expect(countedReadings({ readings: level, padsMm })).toEqual({
      FL: [480, 480],
      FR: [484, 484],
      RL: [470, 470],
      RR: [470, 470],
    })
  })
})

describe('a round on record against its specification', () => {
  const round = {
    levelId: 'road',
    method: 'wheelCentreToArch' as const,
    state: 'levelled' as const,
    readings: twice({ FL: 480, FR: 480, RL: 450, RR: 470 }),
    padsMm: null,
  }
  test('is held against the one of its level and its way of measuring', () => {
    const judged = judgeRecorded([HIGH, SILL, ROAD], round, 1.5)!
    expect(judged.specification).toBe(ROAD)
    expect(judged.answer.corners.FL.verdict).toBe('in')
    expect(judged.answer.corners.RL.verdict).toBe('low')
    expect(judged.leftOut).toEqual([])
  })
  test('is held against nothing where none is on record for both', () => {
    expect(judgeRecorded([HIGH, SILL], round, 1.5)).toBeNull()
    expect(judgeRecorded([], round, 1.5)).toBeNull()
  })
  test('only a car that levelled itself is held against it', () => {
    for (const state of ['arrived', 'supplyOff', 'leftOn', null] as const)
      expect(judgeRecorded([ROAD], { ...round, state }, 1.5)).toBeNull()
    const { state: _, ...old } = round
    expect(judgeRecorded([ROAD], old, 1.5)).toBeNull()
    expect(stateOf({ state: null })).toBe('arrived')
    expect(stateOf({})).toBe('arrived')
  })
  test('rounds are alike in level, method, load and state', () => {
    const empty = { levelId: 'road', method: 'sillToFloor', load: 'empty', state: null }
    expect(alike(empty, { ...empty, state: 'arrived' })).toBe(true)
    expect(alike(empty, { ...empty, state: 'levelled' })).toBe(false)
    expect(sameWay(empty, { ...empty, state: 'levelled' as const })).toBe(true)
    for (const change of [
      { levelId: 'high' },
      { method: 'axleToBracket' },
      { load: 'laden' },
      { loadKg: 300 },
    ])
      expect(sameWay(empty, { ...empty, ...change })).toBe(false)
  })
  test('a reading that was doubted is left out by name', () => {
    const slipped = [...round.readings, read('FR', 480), read('FR', 540)]
    const { leftOut, answer } = judgeRecorded([ROAD], { ...round, readings: slipped }, 1.5)!
    expect(leftOut).toMatchObject([{ corner: 'FR', heightMm: 540 }])
    expect(answer.corners.FR.verdict).toBe('in')
  })
})
