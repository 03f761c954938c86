import type { Architecture } from '../../../base/vehicle/index.ts'
import { sampleArchitecture } from '../../../base/samples/index.ts'
import type { ShopWay, Support, WantedJob } from '../index.ts'
import { composePlan, SHIPPED_PROCEDURES, USUAL_WAY } from '../index.ts'

/** The layout that is changed for each case. */
export const BASE: Architecture = sampleArchitecture()
export const compose = (
  jobs: readonly WantedJob[],
  car: Partial<Architecture> = {},
  way: Partial<ShopWay> = {},
  support: Support = 'twoPost',
) =>
  composePlan(SHIPPED_PROCEDURES, {
    architecture: { ...BASE, ...car },
    jobs,
    support,
    way: { ...USUAL_WAY, ...way },
  })
