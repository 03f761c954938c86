import {
  ARRIVES,
  arrived,
  composePlan,
  explore,
  SHIPPED_PROCEDURES,
  USUAL_WAY,
} from '@anklet/core/work/procedure'
import { sampleArchitecture } from '@anklet/core/base/samples'
import { CORNERS } from '@anklet/core/base/vehicle'
import { medianMs } from './machine.ts'

const CAR = sampleArchitecture({ layout: 'closed', sensors: { front: 'each', rear: 'each' } })

/**
 * The largest combination composed, ms; and every order of acts on an axle of two corners followed
 * to the last state.
 */
export function measurePlanning(): {
  readonly planMs: number
  readonly steps: number
  readonly states: number
  readonly exploreMs: number
} {
  const request = {
    architecture: CAR,
    jobs: [
      { job: 'strut', corners: CORNERS },
      { job: 'pump' },
      { job: 'block' },
      { job: 'sensor', corners: CORNERS },
    ],
    support: 'twoPost',
    way: USUAL_WAY,
  } as const
  const plan = composePlan(SHIPPED_PROCEDURES, request)
  const began = performance.now()
  const { states } = explore(arrived({ RL: ARRIVES.up, RR: ARRIVES.up }), {
    reservoir: true,
    axles: ['rear'],
  })
  const exploreMs = performance.now() - began
  return {
    planMs: medianMs(() => composePlan(SHIPPED_PROCEDURES, request), 9),
    steps: plan.ok ? plan.value.steps.length : 0,
    states,
    exploreMs,
  }
}
