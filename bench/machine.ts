import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { integrateStiff } from '@anklet/core/base/numbers'
import { AWAKE_NOISE, inferAwake } from '@anklet/core/measuring/leakdown'
import { airAtOffset, buildRig, createSolver, leakFlowLPerS } from '@anklet/core/physics/pneumatics'
import { sampleVehicle } from '@anklet/core/base/samples'
import type { Machine } from '@anklet/core/physics/simulation'
import { levelledState, simulate, USUAL_PUMP, USUAL_RULES } from '@anklet/core/physics/simulation'
import { kelvin } from '@anklet/core/base/units'
import { perCorner } from '@anklet/core/base/vehicle'
import ode45 from 'ode45-cash-karp'
import { sendCommand } from '../e2e/command.ts'
import { startAnklet } from './server.ts'

const H = 3600
const GALLERY_L = 0.15
const OPEN_EXHAUST = 0.3
const machineOf = (parked: Machine['architecture']['parked']): Machine => ({
  vehicle: sampleVehicle(),
  galleryL: 0.15,
  reservoirL: 5,
  pump: USUAL_PUMP,
  rules: USUAL_RULES,
  supplyV: 13.5,
  altitudeM: 0,
  architecture: {
    layout: 'open',
    reservoir: true,
    sensors: { front: 'each', rear: 'each' },
    parked,
    doorInhibit: true,
    levels: [{ id: 'road', offsetMm: 0 }],
    air: { front: 'strut', rear: 'bellows' },
  },
})

/** The median of some runs, ms: a machine that is busy elsewhere now and then must not tell. */
export function medianMs(run: () => void, times = 15): number {
  run()
  const took = Array.from({ length: times }, () => {
    const began = performance.now()
    run()
    return performance.now() - began
  }).sort((a, b) => a - b)
  return took[Math.floor(times / 2)]!
}

function nightMs(parked: Machine['architecture']['parked']): number {
  const machine = machineOf(parked)
  const state = levelledState(machine, 'road', 12)
  if (!state.ok) throw new Error(state.error.code)
  return medianMs(() =>
    simulate({
      machine,
      state: state.value,
      faults: [{ kind: 'springLeak', corner: 'FL', conductance: 1.2e-5 }],
      happenings: [],
      untilS: 14 * H,
      sampleEveryS: 14 * H,
      temperatureC: (timeS) => 12 - (10 * timeS) / (14 * H),
    }),
  )
}

/**
 * A night of one corner: the same slope given to our integrator and to a general one, both as accurate.
 * @param conductance out of the spring, L/(s.bar).
 * @param openGallery it seeps past its valve into a gallery of 0.15 L whose exhaust is stuck
 * open: slow beside fast.
 */
function integratorRatio(
  conductance: number,
  openGallery = false,
): { readonly ratio: number; readonly ours: number; readonly theirs: number } {
  const rig = buildRig(sampleVehicle())
  const air = airAtOffset(rig, kelvin(12))
  if (!air.ok) throw new Error(air.error.code)
  const solver = createSolver(rig)
  const until = 14 * H
  const slope = (timeS: number, amounts: Float64Array, out: Float64Array): void => {
    const temperatureC = 12 - (10 * timeS) / until
    solver.solve(amounts, temperatureC)
    out.fill(0)
    const temperatureK = kelvin(temperatureC)
    const galleryBarA = openGallery ? (amounts[4]! * temperatureK) / 293.15 / GALLERY_L : 1.01325
    const seeps = leakFlowLPerS(conductance, solver.pressureBarA[0]!, temperatureK, galleryBarA)
    out[0] = -seeps
    if (openGallery) out[4] = seeps - leakFlowLPerS(OPEN_EXHAUST, galleryBarA, temperatureK)
  }
  const stiff = (tolerance: number): Float64Array => {
    const amounts = Float64Array.from([...air.value, GALLERY_L])
    integrateStiff(slope, amounts, 0, until, { tolerance, firstStep: 10 })
    return amounts
  }
  const general = (tol: number): Float64Array => {
    const amounts = Float64Array.from([...air.value, GALLERY_L])
    ode45(amounts, (out, y, t) => slope(t, y, out), 0, 10, { tol }).steps(
      Number.POSITIVE_INFINITY,
      until,
    )
    return amounts
  }
  const truth = stiff(1e-9)[0]!
  const TOLERANCE = 2e-4
  const error = Math.abs(stiff(TOLERANCE)[0]! - truth)
  // The loosest tolerance at which the general one is as good.
  const tol =
    [1e-2, 1e-3, 1e-4, 1e-5, 1e-6, 1e-7, 1e-8].find(
      (each) => Math.abs(general(each)[0]! - truth) <= Math.max(error, 1e-6),
    ) ?? 1e-8
  const [ours, theirs] = [medianMs(() => stiff(TOLERANCE)), medianMs(() => general(tol))]
  return { ratio: theirs / ours, ours, theirs }
}

/** What the simulator costs. */
export interface MachineSpeed {
  readonly quietMs: number
  readonly awakeMs: number
  readonly inferAwakeMs: number
  readonly slowLeak: ReturnType<typeof integratorRatio>
  readonly flat: ReturnType<typeof integratorRatio>
  readonly stiff: ReturnType<typeof integratorRatio>
}

/** Nights, the inference with the module in the loop, and our integrator against a general one. */
export function measureMachine(): MachineSpeed {
  const parked = { policy: 'settleAxle' as const, checksAfterH: [2, 5, 9] }
  const inferAwakeMs = medianMs(
    () =>
      inferAwake({
        machine: machineOf(parked),
        levelId: 'road',
        hours: 12,
        startC: 12,
        endC: 2,
        before: perCorner(() => [480, 481]),
        after: { FL: [452, 453], FR: [454, 455], RL: [474, 475], RR: [474, 476] },
        noise: AWAKE_NOISE,
      }),
    3,
  )
  return {
    quietMs: nightMs({ policy: 'none', checksAfterH: [] }),
    awakeMs: nightMs(parked),
    inferAwakeMs,
    slowLeak: integratorRatio(1.2e-5),
    flat: integratorRatio(1e-3),
    stiff: integratorRatio(1.2e-5, true),
  }
}

/** Fifty stand-in vehicles live at once. */
export interface LiveLoad {
  readonly vehicles: number
  readonly cpuPercent: number
  readonly framesPerS: number
  readonly lagP50Ms: number
  readonly lagP99Ms: number
}

const LIVE = 50
const LISTEN_MS = 20_000
const FRAME_MS = 250
const TICKS_PER_S = 100

// Processor time of the server, s: user and system, as the kernel counts it.
function processorS(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
    .replace(/^.*\) /, '')
    .split(' ')
  return (Number(fields[11]) + Number(fields[12])) / TICKS_PER_S
}

/** Vehicle types of an empty shop whose stand-ins all run, every fifth lifting. @returns the ids of their modules */
async function vehiclesAlive(address: string): Promise<readonly string[]> {
  const post = async (path: string, body: object): Promise<void> => {
    const answer = await fetch(`${address}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`)
  }
  const person = crypto.randomUUID()
  const send = async (type: string, payload: object): Promise<void> => {
    const answer = await sendCommand(address, { type, person, payload })
    if (!answer.ok) throw new Error(`${type}: ${await answer.text()}`)
  }
  const { name: _name, ...type } = JSON.parse(
    readFileSync(
      fileURLToPath(new URL('../demo/scenario/vehicle-types/tolmark-uvren.json', import.meta.url)),
      'utf8',
    ),
  ) as { name: string }
  await send('person.add', { personId: person, name: 'Bench' })
  for (let k = 0; k < LIVE; k += 1)
    await send('vehicleType.save', { typeId: crypto.randomUUID(), name: `Live ${k}`, ...type })
  const ids = (
    (await (await fetch(`${address}/api/devices`)).json()) as {
      identity: { id: string; kind: string }
    }[]
  )
    .filter(({ identity }) => identity.kind === 'module')
    .map(({ identity }) => identity.id)
  for (const id of ids) await post(`/api/devices/${id}/stand-in`, { ignition: true })
  for (const [k, id] of ids.entries())
    if (k % 5 === 0)
      await post(`/api/devices/${id}/orders`, {
        commandId: crypto.randomUUID(),
        action: 'raise',
        corner: null,
        forS: null,
        offMm: null,
        foldsInspected: false,
        holder: { person, device: 'bench', jobId: null },
      })
  return ids
}

/** Runs fifty stand-ins over the real server, each awake and one in five lifting, and listens to all of them. */
export async function measureLive(): Promise<LiveLoad> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-live-'))
  const server = await startAnklet(data)
  const ids = await vehiclesAlive(server.address)
  const stop = new AbortController()
  const stream = await fetch(`${server.address}/api/devices/stream?ids=${ids.join(',')}`, {
    signal: stop.signal,
  })
  const last = new Map<string, number>()
  const gaps: number[] = []
  let text = ''
  const child = Number(
    readFileSync(`/proc/${server.pid}/task/${server.pid}/children`, 'utf8').trim().split(' ')[0],
  )
  const before = processorS(child)
  const began = performance.now()
  setTimeout(() => stop.abort(), LISTEN_MS)
  try {
    for await (const piece of stream.body!.pipeThrough(new TextDecoderStream())) {
      text += piece
      const now = performance.now()
      for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
        const event = text.slice(0, end)
        text = text.slice(end + 2)
        const id = /^event: frame\ndata: {"device":"([^"]+)"/.exec(event)?.[1]
        if (!id) continue
        const earlier = last.get(id)
        if (earlier !== undefined) gaps.push(now - earlier)
        last.set(id, now)
      }
    }
  } catch {
    /* Ended by us. */
  }
  const seconds = (performance.now() - began) / 1000
  const cpuPercent = (100 * (processorS(child) - before)) / seconds
  await server.stop()
  rmSync(data, { recursive: true, force: true })
  const lags = gaps.map((gap) => Math.max(0, gap - FRAME_MS)).sort((a, b) => a - b)
  const at = (share: number): number =>
    lags[Math.min(lags.length - 1, Math.floor(share * lags.length))] ?? Number.NaN
  return {
    vehicles: ids.length,
    cpuPercent,
    framesPerS: gaps.length / seconds,
    lagP50Ms: at(0.5),
    lagP99Ms: at(0.99),
  }
}
