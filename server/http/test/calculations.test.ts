import type { LeakdownNightsResponse } from '@anklet/contract'
import { describe, expect, test } from 'vitest'
import request from 'supertest'
import { rearLevelledVehicle, sampleVehicle } from '@anklet/core/base/samples'
import { perCorner } from '@anklet/core/base/vehicle'
import { benchOfFile } from '../../test/bench.ts'

const bench = benchOfFile()

const calc = (name: string, body: object) => request(bench.app).post(`/api/calc/${name}`).send(body)
const vehicle = sampleVehicle()
const readings = perCorner(() => [480, 481])
const night = {
  vehicle,
  hours: 12,
  startC: 10,
  endC: 0,
  before: readings,
  after: { ...readings, FL: [450, 451], FR: [470, 471], RL: [471, 470] },
}

describe('calculations over the wire', () => {
  test('equilibrium answers with units in the names', async () => {
    const { body, type } = await calc('equilibrium', {
      vehicle,
      temperatureC: 20,
      airBarL: null,
    }).expect(200)
    expect(type).toBe('application/json')
    expect((body as { heightMm: unknown }).heightMm).toEqual(
      perCorner(() => expect.closeTo(480, 6) as number),
    )
  })

  test('coil and anti-roll figures may be left out of a request', async () => {
    const bare = JSON.parse(
      JSON.stringify(vehicle, (key, value: unknown) =>
        /^(antiRoll|coil)/.test(key) ? undefined : value,
      ),
    ) as object
    await calc('temperature-drop', { vehicle: bare, fromC: 20, toC: 0 }).expect(200)
  })

  test('a leak-down answer is whole: words can be made of it without the core', async () => {
    const { body } = await calc('leakdown', night).expect(200)
    expect(body).toMatchObject({
      best: 'FL',
      closureSuspect: expect.any(Boolean) as boolean,
      fitSuspect: expect.any(Boolean) as boolean,
    })
    expect((body as { posterior: Record<string, number> }).posterior).toHaveProperty('diagonalFR')
  })

  test('nights of one case are answered together, with what would tell more', async () => {
    const { body } = await calc('leakdown-nights', { nights: [night, night] }).expect(200)
    const { together, alone, tellsMore, hidden } = body as LeakdownNightsResponse
    const { body: single } = await calc('leakdown', night).expect(200)
    expect(alone).toEqual(single)
    expect(together.best).toBe('FL')
    expect(together.posterior.FL).toBeGreaterThanOrEqual(alone.posterior.FL!)
    expect(tellsMore.map(({ thing }) => thing)).toEqual([
      'readings',
      'settle',
      'soak',
      'wait',
      'night',
    ])
    expect(hidden.map(({ corner }) => corner)).toEqual(['FR', 'RL', 'RR'])
  })
  test('nights of two cars are refused', async () => {
    const other = { ...night, vehicle: rearLevelledVehicle() }
    const { body } = await calc('leakdown-nights', { nights: [other, night] }).expect(422)
    expect(body).toMatchObject({ code: 'otherCar' })
  })

  test.each([
    [
      'a number as text',
      'equilibrium',
      { vehicle, temperatureC: '20', airBarL: null },
      400,
      '/temperatureC',
    ],
    [
      'an unknown field',
      'equilibrium',
      { vehicle, temperatureC: 20, airBarL: null, colour: 1 },
      400,
      '',
    ],
    ['a missing field', 'temperature-drop', { vehicle, fromC: 20 }, 400, '/toC'],
    ['1e12 hours', 'leakdown', { ...night, hours: 1e12 }, 400, '/hours'],
    ['no hours at all', 'leakdown', { ...night, hours: 0 }, 400, '/hours'],
    [
      'a corner without readings',
      'leakdown',
      { ...night, before: { ...readings, RR: [] } },
      400,
      '/before/RR',
    ],
    [
      'an amount missing',
      'equilibrium',
      { vehicle, temperatureC: 20, airBarL: { FL: 10 } },
      400,
      '/airBarL',
    ],
    [
      'air where no spring is',
      'equilibrium',
      { vehicle: rearLevelledVehicle(), temperatureC: 20, airBarL: { FL: 1, RL: 10, RR: 10 } },
      422,
      '/vehicle/corners/FL',
    ],
    [
      'a leak where no spring is',
      'leakdown-forecast',
      {
        vehicle: rearLevelledVehicle(),
        startC: 5,
        endC: 5,
        hours: 2,
        leaks: { FR: 1e-5 },
        sampleHours: [1],
      },
      422,
      '/vehicle/corners/FR',
    ],
    [
      'a sample after the end',
      'leakdown-forecast',
      { vehicle, startC: 5, endC: 5, hours: 2, leaks: {}, sampleHours: [3] },
      400,
      '/sampleHours',
    ],
    [
      '401 samples',
      'leakdown-forecast',
      {
        vehicle,
        startC: 5,
        endC: 5,
        hours: 2,
        leaks: {},
        sampleHours: Array.from({ length: 401 }, () => 1),
      },
      400,
      '/sampleHours',
    ],
    [
      'stops out of order',
      'temperature-drop',
      { vehicle: sampleVehicle({ front: { bumpHeightMm: 490 } }), fromC: 20, toC: 0 },
      422,
      '/vehicle/corners/FL',
    ],
  ])('%s is refused where it stands', async (_, name, body, status, path) => {
    const response = await calc(name, body)
    expect([response.status, response.type, (response.body as { path: string }).path]).toEqual([
      status,
      'application/problem+json',
      path,
    ])
  })

  test('there is no such calculation', async () => {
    const response = await calc('horoscope', {})
    expect([response.status, response.type]).toEqual([404, 'application/problem+json'])
  })
})

describe('the description', () => {
  test('every way in is in the OpenAPI document, and answers', async () => {
    const { body } = await bench.get('/api/openapi.json').expect(200)
    const paths = Object.entries(
      (body as { openapi: string; paths: Record<string, Record<string, unknown>> }).paths,
    )
    expect(paths.length).toBeGreaterThan(10)
    for (const [path, methods] of paths) {
      for (const method of Object.keys(methods)) {
        const url = path.replace('{id}', crypto.randomUUID())
        const { status, body: answer } =
          method === 'get' ? await bench.get(url) : await request(bench.app).post(url).send({})
        expect(status === 404 ? (answer as { detail: string }).detail : 'found').not.toBe(
          'There is no such place.',
        )
      }
    }
  })

  test('the page is readable without anything from outside', async () => {
    const { text, headers } = await bench.get('/api/docs').expect(200)
    expect(text).toContain('/api/calc/leakdown')
    expect(text).not.toMatch(/(src|href)="https?:/)
    expect(headers['content-security-policy']).toContain("default-src 'none'")
  })

  test('an id that is none, and a job that is not there, are 404 with a sentence', async () => {
    for (const path of [
      '/api/jobs/42',
      `/api/jobs/${crypto.randomUUID()}`,
      `/api/vehicles/${crypto.randomUUID()}`,
      '/api/nowhere',
    ]) {
      const response = await bench.get(path)
      expect([response.status, response.type]).toEqual([404, 'application/problem+json'])
    }
  })
})
