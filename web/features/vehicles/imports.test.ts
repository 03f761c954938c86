import { describe, expect, test } from 'vitest'
import type { Vehicle } from '@anklet/contract'
import { jobOf, LEVEL, roundOf } from '@anklet/language/test/records'
import { faultWords } from '@anklet/language/shop/imports'
import { readRoundsText } from '../../client/workers/roundsFileWorker.ts'
import { idOf, inputOf, planImport } from './importPlan.ts'
import { roundsCsv } from './roundsCsv.ts'

const { vehicle, vehicleType } = jobOf()
const cars: Vehicle[] = [vehicle]
const HEAD = 'plate;walked_at;level;temperature_C;lap;FL_mm;FR_mm;RR_mm;RL_mm'
const planOf = (...lines: string[]) =>
  planImport(readRoundsText(lines.join('\r\n')), cars, [vehicleType])

describe('a table of rounds', () => {
  test('semicolons with decimal commas, tabs and commas are told apart, and a byte-order mark is no heading', () => {
    const comma = planOf(`\uFEFF${HEAD}`, 't-1;2026-11-24 18:00Z;road;8,5;1;480,5;481;482;483')
    expect(comma.faults).toEqual([])
    expect(comma.cars[0]!.rounds[0]).toMatchObject({
      temperatureC: 8.5,
      laps: [{ heightMm: { FL: 480.5 } }],
    })
    expect(
      planOf(HEAD.replaceAll(';', '\t'), 'T 1\t2026-11-24 18:00Z\troad\t8\t1\t480\t481\t482\t483')
        .readings,
    ).toBe(4)
    expect(
      planOf(HEAD.replaceAll(';', ','), 'T 1,2026-11-24 18:00Z,road,8,1,"480,5",481,482,483')
        .cars[0]!.rounds[0]!.laps[0]!.heightMm.FL,
    ).toBe(480.5)
  })

  test('unknown plates stay out, unknown levels are named by their line, an empty one is the standing level', () => {
    const plan = planOf(
      HEAD,
      'ZZ 9;2026-11-24 18:00Z;road;8;1;480;480;480;480',
      'T 1;2026-11-24 18:00Z;moon;8;1;480;480;480;480',
      'T 1;2026-11-25 18:00Z;;;1;480;480;480;480',
      'T 1;2026-11-26 18:00Z;HIGH;8;1;510;510;510;510',
    )
    expect(plan.unknownPlates).toEqual(['ZZ 9'])
    expect(plan.faults.map(({ line, code }) => [line, code])).toEqual([[3, 'level']])
    expect(plan.cars[0]!.rounds.map(({ levelId }) => levelId)).toEqual(['road', 'high'])
    expect(plan.withoutTemperature).toBe(1)
  })

  test('what a shop writes it reads back: the same rounds, corrections in force', async () => {
    const round = roundOf({ ...LEVEL, FL: 461.5 }, '2026-11-24T18:00:00.000Z')
    const [first, ...rest] = round.readings
    const corrected = {
      ...round,
      readings: [
        {
          ...first!,
          correction: { id: 'c', heightMm: 462, reason: 'r', person: 'p', at: round.endedAt },
        },
        ...rest,
      ],
    }
    const plan = planImport(
      readRoundsText(
        roundsCsv([{ vehicle: { ...vehicle, plate: 'T, "1"' }, rounds: [corrected] }]),
      ),
      [{ ...vehicle, plate: 'T, "1"' }],
      [vehicleType],
    )
    expect(plan.faults).toEqual([])
    const input = await inputOf(plan.cars[0]!.rounds[0]!, vehicle.id, 0)
    expect(input.readings.map(({ corner, lap, heightMm }) => [corner, lap, heightMm])).toEqual(
      corrected.readings.map(({ corner, lap, heightMm, correction }) => [
        corner,
        lap,
        correction?.heightMm ?? heightMm,
      ]),
    )
    expect(input).toMatchObject({
      levelId: 'road',
      method: 'wheelCentreToArch',
      load: 'empty',
      temperatureC: 10,
      endedAt: round.endedAt,
    })
  })

  test('a file read twice carries the same ids, another round another', async () => {
    const id = await idOf('round', 'v', '2026-11-24T18:00:00.000Z')
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
    expect(await idOf('round', 'v', '2026-11-24T18:00:00.000Z')).toBe(id)
    expect(await idOf('round', 'v', '2026-11-24T18:01:00.000Z')).not.toBe(id)
  })

  test('every fault says what to do in words', () => {
    for (const line of [
      ['T 1;yesterday;road;8;1;480;480;480;480'],
      ['T 1;2026-11-24;road;8;1;48O;480;480;480'],
    ]) {
      const [fault] = planOf(HEAD, ...line).faults
      expect(faultWords(fault!)).toMatch(/^[A-Z"].*\.$/)
    }
    expect(faultWords(planOf('plate;walked_at;FL_cubit;FR_mm;RR_mm;RL_mm').faults[0]!)).toBe(
      'The unit of "FL_cubit" is not known. Heights in mm, cm, m or inch, temperatures in C or F.',
    )
  })
})
