import type { LinkCommand, VehicleType } from '@anklet/contract'
import { CHANNEL_LIMITS } from '@anklet/core/guided'
import { describe, expect, test } from 'vitest'
import { architecture, geometry, restlessGeometry, vehicleTypeWith } from '../test/records.ts'
import { CODE_WORDS } from './codeNumbers.ts'
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
