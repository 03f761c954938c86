import type { Corner, Place } from '../../base/vehicle/index.ts'

/** Why no plan can be made. */
export type PlanRefusal =
  | { readonly code: 'jobUnknown'; readonly job: string }
  | { readonly code: 'jobTwice'; readonly job: string; readonly place: Place }
  /** Nothing of the kind is there to be worked on. */
  | { readonly code: 'jobNotHere'; readonly job: string; readonly place: Place }
  | { readonly code: 'cornersMissing'; readonly job: string }
  /** An axle is converted as a whole. */
  | { readonly code: 'halfAnAxle'; readonly job: string; readonly corner: Corner }
  /** It cannot have come in on an empty spring where there is none. */
  | { readonly code: 'flatWithoutAir'; readonly corner: Corner }
  | {
      readonly code: 'jobsExclude'
      readonly jobs: readonly [string, string]
      readonly place: Place
    }
  | { readonly code: 'nothingGives'; readonly step: string; readonly fact: string }
  | {
      readonly code: 'severalGive'
      readonly step: string
      readonly fact: string
      readonly givers: readonly string[]
    }
  | { readonly code: 'cycle'; readonly steps: readonly string[] }
