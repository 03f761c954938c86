import { describe, expect, test } from 'vitest'
import type { Plan, PlanStep, WantedJob } from '../procedure/index.ts'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '../procedure/index.ts'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { Architecture, Corner, PumpCover } from '../../base/vehicle/index.ts'
import type { DoneEntry, WorkEntry, WorkOf } from './index.ts'
import { doneByRecord, mayEnter, mayHaveNoThread, notYet, runOf, stuck } from './index.ts'

const REAR_SHOCKS = sampleArchitecture({ air: { front: 'none', rear: 'airDamper' } })

function planOf(jobs: readonly WantedJob[], architecture: Architecture): Plan {
  const made = composePlan(SHIPPED_PROCEDURES, {
    architecture,
    jobs,
    support: 'twoPost',
    way: USUAL_WAY,
  })
  if (!made.ok) throw new Error(JSON.stringify(made.error))
  return made.value
}
const entry = (content: WorkEntry['content'], i: number): WorkEntry => ({
  id: `e${i}`,
  at: new Date(Date.UTC(2026, 10, 24, 8, i)).toISOString(),
  person: 'ann',
  content,
})
const doneAt = (step: string, place: Corner): DoneEntry =>
  doneByRecord({ key: `${step}.${place}`, step, place, shownBy: [] })

/** The work once every step has been done up to one, as a careful person would. */
function before(key: string, steps: readonly PlanStep[], architecture: Architecture): WorkOf {
  const entries: WorkEntry[] = []
  for (const step of steps) {
    if (step.key === key) break
    entries.push(entry(doneByRecord(step), entries.length))
  }
  return { book: SHIPPED_PROCEDURES, architecture, steps, flat: [], entries }
}

test('a coil that stands on its shock comes out with it, held as a joint, and goes over on the bench', () => {
  const onShock = {
    ...REAR_SHOCKS,
    anatomy: { rear: { coilOn: 'damper' as const, suspension: 'independent' as const } },
  }
  const keys = (jobs: Parameters<typeof planOf>[0]) =>
    planOf(jobs, onShock).steps.map(({ key }) => key)
  const inTurn = (of: readonly string[], ...steps: readonly string[]): void => {
    const at = steps.map((step) => of.indexOf(`${step}.RL`))
    expect(at).not.toContain(-1)
    expect(at).toEqual([...at].sort((a, b) => a - b))
  }
  const shock = keys([{ job: 'shock', corners: ['RL'] }])
  inTurn(shock, 'armHoldShock', 'shockOffCoil', 'shockOut', 'shockBenchCoil', 'shockIn', 'shockOn')
  expect(shock).not.toContain('armHoldCoil.RL')
  const coils = keys([{ job: 'coils', corners: ['RL', 'RR'] }])
  inTurn(coils, 'armHoldShock', 'shockOffCoil', 'shockOut', 'oldCoilShock', 'coilInDamper')
  inTurn(coils, 'coilInDamper', 'plainDamperBelow', 'plainDamperOn')
  expect(coils).not.toContain('coilInBeside.RL')
})

test('a wheel in front of the pump comes off held, and is torqued in a star on the ground', () => {
  const steps = (inTheWay: readonly PumpCover[]) =>
    planOf([{ job: 'pump' }], {
      ...REAR_SHOCKS,
      anatomy: { pump: { at: 'bumper', inTheWay: [...inTheWay] } },
    }).steps
  const keys = steps(['wheel', 'liner']).map(({ key }) => key)
  const at = ['holdTwoPost', 'pumpWheelOff', 'pumpReachBumper', 'closePump', 'pumpWheelOn'].map(
    (key) => keys.indexOf(key),
  )
  expect(at).not.toContain(-1)
  expect(at).toEqual([...at].sort((a, b) => a - b))
  expect(keys.indexOf('pumpWheelOn')).toBeLessThan(keys.indexOf('lowerPlain'))
  expect(keys.indexOf('lowerPlain')).toBeLessThan(keys.indexOf('pumpWheelTorque'))
  const torque = steps(['wheel']).find(({ key }) => key === 'pumpWheelTorque')
  expect(torque?.torque).toBe('wheel')
  expect(steps(['liner']).some(({ key }) => key.startsWith('pumpWheel'))).toBe(false)
})

describe('a spring let down by its own valve', () => {
  const byValve = (architecture: Architecture) => ({
    ...architecture,
    anatomy: { ...architecture.anatomy, letDown: ['springValve' as const] },
  })
  const keysOf = (jobs: readonly WantedJob[], architecture: Architecture): readonly string[] => {
    const made = composePlan(SHIPPED_PROCEDURES, {
      architecture: byValve(architecture),
      jobs,
      support: 'twoPost',
      way: { ...USUAL_WAY, ventBy: 'valve' },
    })
    if (!made.ok) throw new Error(made.error.code)
    const ofSpring = /^(ventSpringValve|valveBack|wheelOn|supply|fill)/
    return made.value.steps.map(({ key }) => key).filter((key) => ofSpring.test(key))
  }
  const all = sampleArchitecture({ air: { front: 'strut', rear: 'bellows' }, valves: 'oneBlock' })
  test('every valve that was drawn is back at its stop before a wheel, the supply or any air', () => {
    for (const jobs of [
      [{ job: 'block' }],
      [{ job: 'line', corners: ['RL'] }],
      [{ job: 'strut', corners: ['FL', 'FR'] }],
    ] as const) {
      const keys = keysOf(jobs, all)
      const drawn = keys.filter((key) => key.startsWith('ventSpringValve'))
      expect(drawn.length).toBeGreaterThan(0)
      for (const key of drawn) {
        const back = keys.indexOf(key.replace('ventSpringValve', 'valveBack'))
        expect(back).toBeGreaterThan(keys.indexOf(key))
        const later = keys.flatMap((each, i) => (/^(supply|fill)/.test(each) ? [i] : []))
        expect(back).toBeLessThan(Math.min(...later))
        expect(back).toBeLessThan(keys.indexOf(key.replace('ventSpringValve', 'wheelOn')))
      }
    }
  })
  test('where a coil comes in its place, the valve goes with the spring', () => {
    const keys = keysOf([{ job: 'coils', corners: ['RL', 'RR'] }], all)
    expect(keys).toContain('ventSpringValve.RL')
    expect(keys.filter((key) => key.startsWith('valveBack'))).toEqual([])
  })
})

describe('an air shock beside its coil', () => {
  const { steps } = planOf([{ job: 'shock', corners: ['RL'] }], REAR_SHOCKS)
  test('is not touched before a stand has the arm its coil stands on', () => {
    const loose = before('armHoldCoil.RL', steps, REAR_SHOCKS)
    const run = runOf(loose)
    expect(run.car.arms.RL).toBe('made')
    expect(run.ready.map(({ key }) => key)).not.toContain('shockOff.RL')
    expect(notYet(loose, run, 'shockOff.RL', Number.POSITIVE_INFINITY)).toMatchObject({
      code: 'stepFirst',
      key: 'armHoldCoil.RL',
    })
  })
  test('the stand that slipped is asked for anew, and nothing further is taken apart', () => {
    const half = before('shockOut.RL', steps, REAR_SHOCKS)
    expect(runOf(half).car.arms.RL).toBe('open')
    const slipped: WorkOf = {
      ...half,
      entries: [
        ...half.entries,
        entry({ kind: 'lost', fact: 'armHeld', place: 'RL', by: 'person', words: 'slipped' }, 200),
      ],
    }
    const run = runOf(slipped)
    expect(run.steps.find(({ step }) => step.key === 'armHoldCoil.RL')!.state).toBe('again')
    expect(run.ready.map(({ key }) => key)).not.toContain('shockOut.RL')
    expect(stuck(slipped)).toBeNull()
  })
  test('work begun by the plan of a strut ends by that of the shock, its record kept', () => {
    const old = ['strutOil', 'strutTop', 'strutLinks', 'strutJoint', 'strutLower', 'strutOut']
    const upTo = (steps: readonly string[], key: string): WorkOf => {
      const half = before(
        key,
        planOf([{ job: 'strut', corners: ['RL'] }], REAR_SHOCKS).steps,
        REAR_SHOCKS,
      )
      return {
        ...half,
        entries: [...half.entries, ...steps.map((step, i) => entry(doneAt(step, 'RL'), 100 + i))],
      }
    }
    for (const done of [old.slice(0, 4), old, [...old, 'strutBench', 'strutIn']]) {
      const half = upTo(done, 'armHoldCoil.RL')
      expect(stuck(half)).toBeNull()
    }
    const out = runOf(upTo(old, 'armHoldCoil.RL'))
    const state = (key: string) => out.steps.find(({ step }) => step.key === key)!.state
    expect([state('openLine.RL'), state('shockOut.RL'), state('shockIn.RL')]).toEqual([
      'done',
      'passed',
      'open',
    ])
  })
})

describe('where nobody entered whether there is a thread', () => {
  const clips = (heldBottom?: 'clips' | 'bolts'): Architecture =>
    sampleArchitecture({
      air: { front: 'none', rear: 'bellows' },
      anatomy: { rear: heldBottom ? { heldBottom } : {} },
    })
  const seat = (architecture: Architecture) => {
    const { steps } = planOf([{ job: 'spring', corners: ['RL'] }], architecture)
    return { steps, step: steps.find(({ key }) => key === 'springSeat.RL')! }
  }
  const entered = (architecture: Architecture, change: Partial<DoneEntry>, inSheet = false) => {
    const { steps, step } = seat(architecture)
    const of = {
      ...before(step.key, steps, architecture),
      torqueOf: () => (inSheet ? { minNm: 50, maxNm: 60 } : null),
    }
    of.entries = [entry({ kind: 'joined', seen: [] }, 300), ...of.entries]
    const said = mayEnter(
      of,
      runOf(of),
      'ann',
      { ...doneAt('springSeat', 'RL'), ...change },
      Infinity,
    )
    return said.ok ? null : said.error.code
  }
  test('clips, said at the car, are an answer; silence is none', () => {
    expect(seat(clips()).step.torque).toBe('springBolt')
    expect(entered(clips(), {})).toBe('torqueMissing')
    expect(entered(clips(), { noThread: 'clip' })).toBeNull()
  })
  test('a type with clips asks for no torque and takes none', () => {
    const { step } = seat(clips('clips'))
    expect([step.torque, step.tightens.map(({ end }) => end)]).toEqual([null, ['clip']])
    expect(entered(clips('clips'), {})).toBeNull()
    expect(entered(clips('clips'), { torque: { nm: 55, source: 'x' } })).toBe('noTorqueHere')
    expect(entered(clips('clips'), { noThread: 'clip' })).toBe('noTorqueHere')
  })
  test('where there are bolts, or the sheet has a torque, nobody says them away', () => {
    expect(entered(clips('bolts'), { noThread: 'clip' })).toBe('torqueMissing')
    expect(entered(clips(), { noThread: 'clip' }, true)).toBe('torqueMissing')
    expect(entered(clips(), { torque: { nm: 55, source: null } }, true)).toBeNull()
    expect(mayHaveNoThread({ torqueOf: () => null }, seat(clips('bolts')).step)).toBe(false)
    expect(mayHaveNoThread({ torqueOf: () => null }, seat(clips('clips')).step)).toBe(false)
  })
  test('two bellows held by clips, their lines by clips too, are finished without a wrench but at the wheels', () => {
    const { steps } = planOf(
      [{ job: 'spring', corners: ['RL', 'RR'] }],
      sampleArchitecture({
        air: { front: 'none', rear: 'bellows' },
        anatomy: {
          rear: { heldTop: 'clips', heldBottom: 'click', joint: 'quarterTurn' },
          fasteners: { damperLower: { end: 'clip' } },
        },
      }),
    )
    expect([...new Set(steps.flatMap(({ torque }) => torque ?? []))]).toEqual(['wheel'])
  })
})
