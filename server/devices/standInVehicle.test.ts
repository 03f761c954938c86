import type { LinkCommand, VehicleType } from '@anklet/contract'
import { CHANNEL_LIMITS } from '@anklet/core/measuring/guided'
import { describe, expect, test } from 'vitest'
import { architecture, geometry, restlessGeometry, vehicleTypeWith } from '../test/records.ts'
import { CODE_WORDS } from '@anklet/language/shop/codeNumbers'
import { moduleChannels } from './moduleChannels.ts'
import { standInId, StandInVehicle } from './standInVehicle.ts'

const typeOf = (change: Partial<VehicleType['architecture']> = {}): VehicleType =>
  vehicleTypeWith({ architecture: { ...architecture, ...change } })
const vehicleOf = (change: Partial<VehicleType['architecture']> = {}): StandInVehicle =>
  new StandInVehicle(typeOf(change), 'stand-in')
const command = (
  action: LinkCommand['action'],
  change: Partial<LinkCommand> = {},
): LinkCommand => ({
  commandId: crypto.randomUUID(),
  action,
  corner: null,
  forS: null,
  offMm: null,
  ...change,
})
const run = (vehicle: StandInVehicle, seconds: number): ReturnType<StandInVehicle['frame']> => {
  const until = vehicle.frame().atS + seconds
  while (vehicle.frame().atS < until - 0.01) vehicle.advance(until - vehicle.frame().atS)
  return vehicle.frame()
}

describe('channels', () => {
  test(
    'are what the architecture has: one sensor speaks for an axle, none says ' +
      'nothing, no pressure without a sensor',
    () => {
      const ids = (change: Partial<VehicleType['architecture']>): string[] =>
        moduleChannels({ ...architecture, ...change }).map(({ id }) => id)
      expect(ids({ sensors: { front: 'none', rear: 'one' } })).toEqual([
        'height.rear',
        'signal.rear',
        'pump',
        'runs',
        'supply',
      ])
      expect(ids({ pressureSensor: 'gallery' })).toContain('gallery')
      for (const { kind, least, most } of moduleChannels(architecture))
        expect({ least, most }).toEqual(CHANNEL_LIMITS[kind])
    },
  )
  test('each says where it sits, what it measures and in which unit', () => {
    const channels = moduleChannels({
      ...architecture,
      sensors: { front: 'each', rear: 'one' },
      pressureSensor: 'gallery',
    })
    expect(
      channels.map(({ id, corner, place, kind, unit }) =>
        [id, corner ?? '-', place, kind, unit].join(' | '),
      ),
    ).toEqual([
      'height.FL | FL | front left sensor | height | mm',
      'signal.FL | FL | front left sensor | signal | per cent',
      'height.FR | FR | front right sensor | height | mm',
      'signal.FR | FR | front right sensor | signal | per cent',
      'height.rear | - | rear axle sensor, the mean of both sides | height | mm',
      'signal.rear | - | rear axle sensor, the mean of both sides | signal | per cent',
      'gallery | - | gallery of the valve block | pressure | bar',
      'pump | - | pump, by its own sensor | temperature | degC',
      'runs | - | pump, as the module commands it | state | 0 or 1',
      'supply | - | supply at the module | voltage | V',
    ])
  })
  test('ids out of names', () => {
    expect(standInId('Tolmark Uvren')).toBe('stand-in-tolmark-uvren')
    expect(standInId('  Ä/b  9 ')).toBe('stand-in-b-9')
  })
  test('every code has a number of its own from the range nobody uses', () => {
    const numbers = Object.values(CODE_WORDS).map(({ number }) => number)
    expect(new Set(numbers).size).toBe(numbers.length)
    for (const number of numbers) expect(number).toMatch(/^C3\d{3}$/)
  })
})

describe('a stand-in', () => {
  test('sleeps until it is woken, refuses what it cannot do, and says why', () => {
    const vehicle = vehicleOf()
    expect(vehicle.frame().module).toMatchObject({ mode: 'asleep', ignition: false, supply: true })
    expect(vehicle.command(command('raise'))).toContain('asleep')
    vehicle.change({ ignition: true })
    expect(vehicle.command(command('lower'))).toContain('lowest')
    expect(vehicle.command(command('fill'))).toBe('Say which corner.')
    for (const action of ['liftingOn', 'liftingOff'] as const)
      expect(vehicle.command(command(action))).toBe('This vehicle has no lifting mode.')
    expect(vehicle.command(command('calibrate'))).toContain('tape')
    expect(vehicle.command(command('stop'))).toBeNull()
  })
  test('an open door and lifting mode hold it still where the type says so', () => {
    const vehicle = vehicleOf({ doorInhibit: true, liftingMode: 'menu' })
    vehicle.change({ ignition: true, doorOpen: true })
    expect(vehicle.command(command('raise'))).toContain('door')
    vehicle.change({ doorOpen: false })
    expect(vehicle.command(command('liftingOn'))).toBeNull()
    run(vehicle, 1)
    expect(vehicle.command(command('raise'))).toContain('Lifting mode')
  })
  test('its levels are climbed by their height, in whatever order the type names them', () => {
    const levels = [
      { id: 'high', offsetMm: 30 },
      { id: 'low', offsetMm: -20 },
      { id: 'road', offsetMm: 0 },
    ]
    const vehicle = vehicleOf({ levels })
    expect(vehicle.frame().module!.levelId).toBe('road')
    const next = (action: 'raise' | 'lower'): string => {
      expect(vehicle.command(command(action))).toBeNull()
      return run(vehicle, 0.1).module!.levelId
    }
    vehicle.change({ ignition: true })
    expect(next('raise')).toBe('high')
    expect(vehicle.command(command('raise'))).toBe('It stands at its highest level, high.')
    expect([next('lower'), next('lower')]).toEqual(['road', 'low'])
    expect(vehicle.command(command('lower'))).toBe('It stands at its lowest level.')
  })
  test('where no level is the design height, it begins on the first', () => {
    const vehicle = vehicleOf({
      levels: [
        { id: 'up', offsetMm: 15 },
        { id: 'down', offsetMm: -15 },
      ],
    })
    expect(vehicle.frame().module!.levelId).toBe('up')
    expect(vehicle.gauge('heightGauge', 'RL')! - geometry.corners.RL.designHeightMm).toBeCloseTo(
      15,
      0,
    )
  })
  test('a type whose figures find no rest is told by its name', () => {
    const restless = vehicleTypeWith({ geometry: restlessGeometry() })
    expect(() => new StandInVehicle(restless, 'stand-in')).toThrow('Sample Type: springWouldPull')
  })
  test('a corner without air is not filled', () => {
    const vehicle = vehicleOf({ air: { front: 'none', rear: 'bellows' } })
    vehicle.change({ ignition: true })
    expect(vehicle.command(command('fill', { corner: 'FL' }))).toContain('no air spring')
  })
  test('calibrated to what the tape says, it reports that', () => {
    const vehicle = vehicleOf()
    vehicle.change({
      ignition: true,
      faults: [{ kind: 'sensorOffset', corner: 'FR', mm: 20 }],
      speed: 10,
    })
    const wrong = run(vehicle, 120)
    // It has levelled to its sensor: the tape finds the corner low.
    const tape = vehicle.gauge('heightGauge', 'FR')!
    expect(tape).toBeLessThan(geometry.corners.FR.designHeightMm - 8)
    expect(wrong.values['height.FR']!).toBeGreaterThan(tape + 12)
    const off = (corner: 'FL' | 'FR' | 'RL' | 'RR'): number =>
      vehicle.gauge('heightGauge', corner)! - geometry.corners[corner].designHeightMm
    expect(
      vehicle.command(
        command('calibrate', {
          offMm: { FL: off('FL'), FR: off('FR'), RL: off('RL'), RR: off('RR') },
        }),
      ),
    ).toBeNull()
    // From then on report and tape agree, while it already levels itself out.
    const taught = run(vehicle, 0.3)
    expect(
      Math.abs(taught.values['height.FR']! - vehicle.gauge('heightGauge', 'FR')!),
    ).toBeLessThan(1.5)
  })
  test('gauges read the car, not its module; where nothing is there is no value', () => {
    const vehicle = vehicleOf({ air: { front: 'none', rear: 'bellows' } })
    const bar = vehicle.gauge('pressureGauge', 'RL')!
    expect(bar).toBeGreaterThan(3)
    expect(bar).toBeLessThan(20)
    expect(bar * 100).toBeCloseTo(Math.round(bar * 100), 6)
    expect(vehicle.gauge('pressureGauge', 'FL')).toBeNull()
    expect(vehicle.gauge('heightGauge', null)).toBeNull()
    expect(vehicle.gauge('currentClamp', null)).toBe(0)
  })
  test('begun afresh it is sound and level, its clock running on', () => {
    const vehicle = vehicleOf()
    vehicle.change({ ignition: true, faults: [{ kind: 'relayDead' }], payloadN: { RL: 900 } })
    const before = run(vehicle, 5).atS
    vehicle.change({ afresh: true })
    expect(vehicle.now().faults).toEqual([])
    const frame = vehicle.frame()
    expect(frame.atS).toBeGreaterThanOrEqual(before)
    expect(frame.values['height.RL']).toBeCloseTo(geometry.corners.RL.designHeightMm, 0)
  })
  test('asked to run ahead it does not hold the server up: it falls behind instead, and goes on from there', () => {
    const vehicle = vehicleOf()
    vehicle.change({
      ignition: true,
      speed: 600,
      faults: [{ kind: 'springLeak', corner: 'FL', conductance: 1e-3 }],
    })
    vehicle.advance(2)
    const first = vehicle.frame().atS
    vehicle.advance(2)
    expect(vehicle.frame().atS).toBeGreaterThan(first)
    expect(first).toBeLessThanOrEqual(1200.01)
  })
})

describe('what a stand-in does when it is asked', () => {
  const awake = (change: Partial<VehicleType['architecture']> = {}): StandInVehicle => {
    const vehicle = vehicleOf({ pressureSensor: 'gallery', liftingMode: 'switch', ...change })
    vehicle.change({ ignition: true })
    return vehicle
  }
  const bar = (vehicle: StandInVehicle, corner: 'RL' | null) =>
    vehicle.gauge('pressureGauge', corner)!
  test('its pump runs for three seconds, or as long as it was asked to, and is seen to run', () => {
    const vehicle = awake()
    expect(vehicle.frame().values).toMatchObject({ runs: 0, supply: 13.4 })
    expect(vehicle.command(command('pump'))).toBeNull()
    const running = run(vehicle, 1.5)
    expect(running.module!.pumpOn).toBe(true)
    expect(running.values).toMatchObject({ runs: 1, supply: 12.9 })
    const amperes = vehicle.gauge('currentClamp', null)!
    expect(amperes).toBeGreaterThan(5)
    expect(amperes * 10).toBeCloseTo(Math.round(amperes * 10), 9)
    expect(run(vehicle, 3).values['runs']).toBe(0)
    expect(vehicle.command(command('pump', { forS: 8 }))).toBeNull()
    expect([run(vehicle, 5).values['runs'], run(vehicle, 6).values['runs']]).toEqual([1, 0])
  })
  test('stopped, it stops', () => {
    const vehicle = awake()
    vehicle.command(command('pump', { forS: 60 }))
    expect(run(vehicle, 2).module!.pumpOn).toBe(true)
    vehicle.command(command('stop'))
    expect(run(vehicle, 1).module!.pumpOn).toBe(false)
  })
  test('one corner is filled and vented; vented without a corner, the gallery is', () => {
    const vehicle = awake()
    const before = bar(vehicle, 'RL')
    expect(vehicle.command(command('vent', { corner: 'RL', forS: 2 }))).toBeNull()
    run(vehicle, 3)
    const vented = bar(vehicle, 'RL')
    expect(vented).toBeLessThan(before - 0.05)
    expect(vehicle.command(command('fill', { corner: 'RL', forS: 6 }))).toBeNull()
    run(vehicle, 7)
    expect(bar(vehicle, 'RL')).toBeGreaterThan(vented)
    vehicle.command(command('pump', { forS: 5 }))
    const gallery = run(vehicle, 4).values['gallery']!
    expect(gallery).toBeGreaterThan(0.5)
    run(vehicle, 3)
    const kept = bar(vehicle, 'RL')
    expect(vehicle.command(command('vent', { forS: 20 }))).toBeNull()
    expect(run(vehicle, 21).values['gallery']!).toBeLessThan(0.5)
    expect(bar(vehicle, 'RL')).toBeCloseTo(kept, 1)
  })
  test('lifting mode is switched on and off, and holds it still both ways', () => {
    const vehicle = awake({
      levels: [-20, 0, 20].map((offsetMm) => ({ id: `at${offsetMm}`, offsetMm })),
    })
    expect(vehicle.command(command('liftingOn'))).toBeNull()
    expect(run(vehicle, 0.5).module!.lifting).toBe(true)
    for (const action of ['raise', 'lower'] as const)
      expect(vehicle.command(command(action))).toBe('Lifting mode is on: the module holds still.')
    expect(vehicle.command(command('liftingOff'))).toBeNull()
    expect(run(vehicle, 0.5).module!.lifting).toBe(false)
    expect(vehicle.command(command('lower'))).toBeNull()
  })
  test('without its supply it answers nothing, asleep only to stop', () => {
    const vehicle = vehicleOf()
    expect(vehicle.command(command('clearCodes'))).toBe(
      'The module is asleep. Switch the ignition on first.',
    )
    expect(vehicle.command(command('stop'))).toBeNull()
    const silent = 'The module does not answer: its supply is off.'
    vehicle.change({ ignition: true, supply: false })
    expect(run(vehicle, 0.2).values['supply']).toBe(0)
    expect(vehicle.command(command('stop'))).toBe(silent)
    vehicle.change({ supply: true, faults: [{ kind: 'supplyMissing' }] })
    expect(vehicle.command(command('pump'))).toBe(silent)
    vehicle.change({ faults: [] })
    expect(vehicle.command(command('pump'))).toBeNull()
  })
  test('a door holds it still only where the type says so, and only its levels', () => {
    const shut = awake({ doorInhibit: true })
    shut.change({ doorOpen: true })
    expect(shut.frame().module!.doorOpen).toBe(true)
    for (const action of ['raise', 'lower'] as const)
      expect(shut.command(command(action))).toBe('A door is open: the module holds still.')
    expect(shut.command(command('pump'))).toBeNull()
    const free = awake({ doorInhibit: false })
    free.change({ doorOpen: true })
    expect(free.command(command('lower'))).not.toBe('A door is open: the module holds still.')
  })
  test('a pump that is too hot is not run, and air may still be let out', () => {
    const vehicle = awake()
    vehicle.change({ temperatureC: 45 })
    let refusal: string | null = null
    for (let minutes = 0; refusal === null && minutes < 60; minutes += 1) {
      refusal = vehicle.command(command('pump', { forS: 60 }))
      if (refusal === null) run(vehicle, 60)
    }
    for (const order of [command('pump'), command('raise'), command('fill', { corner: 'RL' })])
      expect(vehicle.command(order)).toBe('The pump is too hot. Let it cool.')
    expect(vehicle.command(command('vent', { corner: 'RL' }))).toBeNull()
  })
  test('codes are told once, with what the module saw, and are gone when cleared', () => {
    const vehicle = awake()
    expect(vehicle.newCodes()).toEqual({ kind: 'codes', codes: [] })
    expect(vehicle.newCodes()).toBeNull()
    vehicle.change({ faults: [{ kind: 'sensorOpen', corner: 'RL' }], speed: 10 })
    run(vehicle, 60)
    const { codes } = vehicle.newCodes()!
    const code = codes.find(({ number }) => number === 'C3121')!
    expect(code).toMatchObject({ present: true, words: CODE_WORDS.sensorImplausible.words })
    expect(code.seen!.atS).toBeGreaterThan(0)
    expect(typeof code.seen!.galleryBarG).toBe('number')
    expect(vehicle.newCodes()).toBeNull()
    vehicle.change({ faults: [] })
    run(vehicle, 60)
    vehicle.command(command('clearCodes'))
    run(vehicle, 2)
    expect(vehicle.newCodes()!.codes.filter(({ number }) => number === 'C3121')).toEqual([])
  })
  test('without a sensor in the gallery no code knows a pressure', () => {
    const vehicle = awake({ pressureSensor: 'none' })
    vehicle.change({ faults: [{ kind: 'sensorOpen', corner: 'RL' }], speed: 10 })
    run(vehicle, 60)
    expect(vehicle.newCodes()!.codes[0]!.seen!.galleryBarG).toBeNull()
    expect(vehicle.frame().values).not.toHaveProperty('gallery')
  })
  test('how it was set up can be read again', () => {
    const vehicle = vehicleOf()
    expect(vehicle.now()).toEqual({
      faults: [],
      speed: 1,
      temperatureC: 15,
      payloadN: {},
      lift: 'ground',
    })
    const faults = [{ kind: 'relayDead' }] as const
    const set = { speed: 60, temperatureC: -4, payloadN: { RR: 400 } }
    vehicle.change({ ...set, faults: [...faults], lift: 'hanging' })
    expect(vehicle.now()).toEqual({ ...set, faults, lift: 'hanging' })
    for (const lift of ['standing', 'ground'] as const) {
      vehicle.change({ lift })
      expect(vehicle.now().lift).toBe(lift)
    }
    vehicle.change({ payloadN: { RR: 0 } })
    expect(vehicle.now()).toEqual({ ...set, faults, lift: 'ground', payloadN: { RR: 0 } })
  })
  test('its clock runs as fast as it was told', () => {
    const vehicle = vehicleOf()
    const from = vehicle.frame().atS
    vehicle.advance(1)
    expect(vehicle.frame().atS - from).toBeCloseTo(1, 1)
    vehicle.change({ speed: 20 })
    vehicle.advance(1)
    expect(vehicle.frame().atS - from).toBeCloseTo(21, 1)
  })
  test('every value it tells belongs to a channel, and a sensor tells height and signal', () => {
    const vehicle = awake({ sensors: { front: 'each', rear: 'one' } })
    const { values } = vehicle.frame()
    expect(Object.keys(values).toSorted()).toEqual(
      vehicle.identity.channels.map(({ id }) => id).toSorted(),
    )
    expect(values['height.rear']).toBeCloseTo(geometry.corners.RL.designHeightMm, 0)
    expect(values['signal.FL']).toBeGreaterThan(20)
    expect(values['signal.FL']).toBeLessThan(80)
    expect(values['pump']).toBeCloseTo(15, 0)
    expect(vehicle.identity).toMatchObject({
      id: 'stand-in',
      kind: 'module',
      name: 'Sample Type, a stand-in',
      software: 'stand-in 1',
    })
  })
})
