import type { Holder, LinkCommand, LinkHello, LinkMessage } from '@anklet/contract'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { boxWith, restlessGeometry, vehicleTypeWith } from '../test/records.ts'
import type { DeviceEvent } from './hub.ts'
import { DeviceHub } from './hub.ts'

let hub: DeviceHub
beforeEach(() => {
  vi.useFakeTimers({ now: Date.UTC(2026, 10, 24, 8) })
  hub = new DeviceHub()
})
afterEach(() => {
  hub.close()
  vi.useRealTimers()
})

const ANN: Holder = { person: 'ann', device: 'tablet 1', jobId: 'job 1' }
const BEN: Holder = { person: 'ben', device: 'tablet 2', jobId: null }
const BOX = boxWith({ actions: ['stop', 'fill'] })
const hello = (change: Partial<LinkHello> = {}): LinkHello => ({
  format: 'anklet-link',
  formatVersion: 1,
  identity: BOX,
  ...change,
})
const command = (change: Partial<LinkCommand> = {}): LinkCommand => ({
  commandId: crypto.randomUUID(),
  action: 'stop',
  corner: null,
  forS: null,
  offMm: null,
  ...change,
})
/** What a refusal is called. */
const codeOf = (act: () => unknown): string => {
  try {
    act()
    return 'taken'
  } catch (error) {
    return (error as { code: string }).code
  }
}
/** All that is heard of a device from now on. */
function hear(id: string): { readonly events: DeviceEvent[]; stop(): void } {
  const events: DeviceEvent[] = []
  return { events, stop: hub.listen(id, (event) => events.push(event)) }
}
const kinds = (events: readonly DeviceEvent[]) => events.map(({ event }) => event)

describe('holding a device', () => {
  test('one person at one tablet has it; another is told, and let in once it is let go', () => {
    hub.attach(hello())
    expect(hub.hold('box', ANN).heldBy).toEqual({ ...ANN, since: '2026-11-24T08:00:00.000Z' })
    expect([
      codeOf(() => hub.hold('box', BEN)),
      codeOf(() => hub.hold('box', { ...ANN, person: 'ben' })),
      codeOf(() => hub.hold('box', { ...ANN, device: 'tablet 2' })),
      codeOf(() => hub.hold('nowhere', ANN)),
    ]).toEqual(['deviceHeld', 'deviceHeld', 'deviceHeld', 'notFound'])
    expect(hub.release('box', BEN).heldBy).not.toBeNull()
    expect(hub.release('box', ANN).heldBy).toBeNull()
    expect(hub.hold('box', BEN).heldBy).toMatchObject(BEN)
  })
  test('renewed it goes on since the same moment; not renewed it ends after half a minute', () => {
    hub.attach(hello())
    hub.hold('box', ANN)
    vi.advanceTimersByTime(29_000)
    expect(hub.hold('box', ANN).heldBy!.since).toBe('2026-11-24T08:00:00.000Z')
    vi.advanceTimersByTime(30_000)
    expect(hub.status('box').heldBy).not.toBeNull()
    vi.advanceTimersByTime(1)
    expect(hub.status('box').heldBy).toBeNull()
    expect(codeOf(() => hub.hold('box', BEN))).toBe('taken')
  })
  test('everybody who listens is told when it changes hands, and not at every renewal', () => {
    hub.attach(hello())
    const { events, stop } = hear('box')
    expect(kinds(events)).toEqual(['status'])
    hub.hold('box', ANN)
    hub.hold('box', ANN)
    expect(events).toHaveLength(2)
    hub.hold('box', { ...ANN, jobId: 'job 2' })
    expect(events).toHaveLength(3)
    hub.release('box', BEN)
    expect(events).toHaveLength(3)
    hub.release('box', ANN)
    expect(events).toHaveLength(4)
    stop()
    hub.hold('box', ANN)
    expect(events).toHaveLength(4)
  })
})

describe('an adapter', () => {
  test('attaches, is listed as real, and comes back by its token', () => {
    const token = hub.attach(hello())
    expect(token).toMatch(/^[0-9a-f]{48}$/)
    expect(hub.status('box')).toMatchObject({
      standIn: false,
      attached: true,
      lastHeardAt: '2026-11-24T08:00:00.000Z',
      standInNow: null,
      codes: null,
    })
    expect(hub.attach(hello({ token }))).toBe(token)
    expect([
      codeOf(() => hub.attach(hello())),
      codeOf(() => hub.attach(hello({ token: token.replace(/./, 'x') }))),
      codeOf(() => hub.attach(hello({ token: 'short' }))),
      codeOf(() => hub.attach(hello({ formatVersion: 2 }))),
      codeOf(() => hub.attach(hello({ identity: { ...BOX, id: 'stand-in-height-gauge' } }))),
    ]).toEqual([
      'adapterUnknown',
      'adapterUnknown',
      'adapterUnknown',
      'newerFormat',
      'adapterUnknown',
    ])
  })
  test('silent for five seconds it is away; its name is free then, under a new token', () => {
    const token = hub.attach(hello())
    const { events } = hear('box')
    vi.advanceTimersByTime(5000)
    expect(hub.status('box').attached).toBe(true)
    vi.advanceTimersByTime(250)
    expect(hub.status('box').attached).toBe(false)
    expect(events.at(-1)).toMatchObject({ event: 'status', data: { attached: false } })
    const told = events.length
    vi.advanceTimersByTime(10_000)
    expect(events).toHaveLength(told)
    const next = hub.attach(hello())
    expect(next).not.toBe(token)
    expect(hub.status('box').attached).toBe(true)
  })
  test('what it sends is heard: frames, presses and codes; a stranger is not', () => {
    const token = hub.attach(hello())
    const { events } = hear('box')
    const frame: LinkMessage = { kind: 'frame', atS: 1, values: {} }
    const press: LinkMessage = { kind: 'press', channel: 'height', value: 480 }
    const codes: LinkMessage = {
      kind: 'codes',
      codes: [{ number: 'C3121', words: '', present: true, seen: null }],
    }
    expect(codeOf(() => hub.receive('box', 'x', [frame]))).toBe('adapterUnknown')
    expect(codeOf(() => hub.receive('box', undefined, [frame]))).toBe('adapterUnknown')
    hub.receive('box', token, [frame, press, codes])
    expect(kinds(events)).toEqual(['status', 'frame', 'press', 'status'])
    expect(hub.status('box').codes).toEqual(codes.codes)
    vi.advanceTimersByTime(4900)
    hub.receive('box', token, [frame])
    vi.advanceTimersByTime(4900)
    expect(hub.status('box').attached).toBe(true)
  })
  test('back after it was away, it is told so at once', () => {
    const token = hub.attach(hello())
    vi.advanceTimersByTime(6000)
    const { events } = hear('box')
    hub.receive('box', token, [{ kind: 'press', channel: 'height', value: 1 }])
    expect(events[1]).toMatchObject({ event: 'status', data: { attached: true } })
  })
})

describe('orders', () => {
  const adapter = (): { readonly token: string; readonly sent: LinkCommand[]; stop(): void } => {
    const token = hub.attach(hello())
    const sent: LinkCommand[] = []
    return { token, sent, stop: hub.commandsFor('box', token, (each) => sent.push(each)) }
  }
  const outcomeOf = (order: Promise<void>): Promise<string> =>
    order.then(
      () => 'done',
      (error: { code: string; message: string }) => error.code,
    )
  test('go to the adapter, and its answer comes back; the same one again does nothing again', async () => {
    const { token, sent } = adapter()
    const asked = command()
    const first = outcomeOf(hub.order('box', asked))
    hub.receive('box', token, [{ kind: 'done', commandId: asked.commandId, ok: true, reason: '' }])
    expect(await first).toBe('done')
    expect(await outcomeOf(hub.order('box', asked))).toBe('done')
    expect(sent).toEqual([asked])
  })
  test('are refused with the reason it gives, or that it gives none', async () => {
    const { token } = adapter()
    for (const [reason, said] of [
      ['No valve there.', 'No valve there.'],
      ['', 'The device did not say why.'],
    ] as const) {
      const asked = command()
      const refused = hub.order('box', asked).catch((error: unknown) => error)
      hub.receive('box', token, [{ kind: 'done', commandId: asked.commandId, ok: false, reason }])
      expect(await refused).toMatchObject({ code: 'moduleRefuses', data: { reason: said } })
    }
  })
  test('without an answer they fail after six seconds, and an answer too late changes nothing', async () => {
    const { token } = adapter()
    const asked = command()
    const silent = outcomeOf(hub.order('box', asked))
    vi.advanceTimersByTime(3000)
    hub.receive('box', token, [{ kind: 'press', channel: 'x', value: 0 }])
    vi.advanceTimersByTime(3000)
    expect(await silent).toBe('deviceSilent')
    expect(
      codeOf(() =>
        hub.receive('box', token, [
          { kind: 'done', commandId: asked.commandId, ok: true, reason: '' },
        ]),
      ),
    ).toBe('taken')
  })
  test('nobody behind it, away, or not able to: said at once', async () => {
    const { stop } = adapter()
    expect(await outcomeOf(hub.order('box', command({ action: 'raise' })))).toBe('moduleRefuses')
    stop()
    expect(await outcomeOf(hub.order('box', command()))).toBe('deviceSilent')
    expect(await outcomeOf(hub.order('nowhere', command()))).toBe('notFound')
    expect(codeOf(() => hub.commandsFor('box', 'x', () => undefined))).toBe('adapterUnknown')
  })
  test('an adapter that is away is not asked', async () => {
    const { sent } = adapter()
    vi.advanceTimersByTime(6000)
    expect(await outcomeOf(hub.order('box', command()))).toBe('deviceSilent')
    expect(sent).toEqual([])
  })
  test('the last hundred are remembered', async () => {
    const { token, sent } = adapter()
    const orders = Array.from({ length: 101 }, () => command())
    const give = async (asked: LinkCommand): Promise<void> => {
      const order = hub.order('box', asked)
      hub.receive('box', token, [
        { kind: 'done', commandId: asked.commandId, ok: true, reason: '' },
      ])
      await order
    }
    for (const asked of orders) await give(asked)
    await hub.order('box', orders[1]!)
    expect(sent).toHaveLength(101)
    await give(orders[0]!)
    expect(sent).toHaveLength(102)
  })
})

describe('stand-ins', () => {
  const type = vehicleTypeWith({ name: 'Tolmark Uvren' })
  const id = 'stand-in-tolmark-uvren'
  test('one for each type, the same until the type is changed', () => {
    hub.standInsFor([type])
    hub.changeStandIn(id, { temperatureC: -5 })
    hub.standInsFor([type])
    expect(hub.status(id)).toMatchObject({
      standIn: true,
      attached: true,
      lastHeardAt: null,
      standInNow: { temperatureC: -5 },
    })
    hub.standInsFor([{ ...type, version: 2 }])
    expect(hub.status(id).standInNow!.temperatureC).toBe(15)
    expect(hub.list().filter(({ identity }) => identity.kind === 'module')).toHaveLength(1)
  })
  test('without a simulated vehicle there is none, and no gauge; no adapter takes their names', () => {
    hub.standInsFor([])
    expect(hub.list()).toEqual([])
    for (const name of [id, 'stand-in-height-gauge', 'stand-in-of-mine'])
      expect(codeOf(() => hub.attach(hello({ identity: boxWith({ id: name }) })))).toBe(
        'adapterUnknown',
      )
    hub.standInsFor([type])
    hub.standInsFor([type])
    expect(hub.list().map(({ identity }) => identity.kind)).toEqual([
      'heightGauge',
      'pressureGauge',
      'currentClamp',
      'module',
    ])
  })
  test('two names that come to one id have one each', () => {
    const twin = vehicleTypeWith({ name: 'Tolmark-Uvren' })
    hub.standInsFor([type, twin])
    expect(hub.status(`${id}-${twin.id.slice(0, 8)}`).identity.vehicleTypeId).toBe(twin.id)
  })
  test('a type whose figures find no rest has none', () => {
    hub.standInsFor([vehicleTypeWith({ geometry: restlessGeometry() })])
    expect(hub.list().every(({ identity }) => identity.kind !== 'module')).toBe(true)
  })
  test('its clock runs while somebody looks or works with it, and rests otherwise', () => {
    hub.standInsFor([type])
    const looked = hear(id)
    expect(kinds(looked.events)).toEqual(['status', 'frame'])
    vi.advanceTimersByTime(1000)
    const atS = (events: readonly DeviceEvent[]): number[] =>
      events.flatMap((each) => (each.event === 'frame' ? [each.data.atS] : []))
    const [from, ...ran] = atS(looked.events) as [number, ...number[]]
    expect(ran).toHaveLength(4)
    expect(ran.at(-1)! - from).toBeCloseTo(1, 6)
    looked.stop()
    vi.advanceTimersByTime(10_000)
    const again = hear(id)
    expect(atS(again.events)[0]! - ran.at(-1)!).toBeCloseTo(0, 6)
    again.stop()
    hub.hold(id, ANN)
    vi.advanceTimersByTime(1000)
    expect(atS(hear(id).events)[0]! - ran.at(-1)!).toBeCloseTo(1, 6)
  })
  test('its codes are told when they change', () => {
    hub.standInsFor([type])
    const { events } = hear(id)
    hub.changeStandIn(id, { ignition: true, faults: [{ kind: 'supplyMissing' }] })
    vi.advanceTimersByTime(3000)
    expect(hub.status(id).codes!.length).toBeGreaterThan(0)
    const told = kinds(events).filter((kind) => kind === 'status').length
    vi.advanceTimersByTime(3000)
    expect(kinds(events).filter((kind) => kind === 'status').length).toBeLessThanOrEqual(told + 1)
  })
  test('a gauge pressed at it sends its value; where nothing is, or to what is real, it is refused', () => {
    hub.standInsFor([type])
    hub.attach(hello())
    const { events } = hear('stand-in-height-gauge')
    hub.changeStandIn(id, { press: { gauge: 'heightGauge', corner: 'RL' } })
    expect(events.at(-1)).toEqual({
      event: 'press',
      data: { kind: 'press', channel: 'height', value: 480 },
    })
    expect(hub.status('stand-in-height-gauge').lastHeardAt).toBe('2026-11-24T08:00:00.000Z')
    expect([
      codeOf(() => hub.changeStandIn(id, { press: { gauge: 'heightGauge', corner: null } })),
      codeOf(() => hub.changeStandIn('box', { ignition: true })),
    ]).toEqual(['moduleRefuses', 'notFound'])
  })
  test('each press is sent by the gauge that was pressed, never by a real one', () => {
    hub.attach(hello({ identity: boxWith({ kind: 'pressureGauge' }) }))
    hub.standInsFor([type])
    const ids = [
      'stand-in-height-gauge',
      'stand-in-pressure-gauge',
      'stand-in-current-clamp',
      'box',
    ]
    const heard = ids.map((each) => hear(each).events)
    for (const gauge of ['currentClamp', 'pressureGauge'] as const)
      hub.changeStandIn(id, { press: { gauge, corner: null } })
    const presses = heard.map((events) => kinds(events).filter((kind) => kind === 'press').length)
    expect(presses).toEqual([0, 1, 1, 0])
    expect(heard[2]!.at(-1)).toEqual({
      event: 'press',
      data: { kind: 'press', channel: 'current', value: 0 },
    })
  })
})
