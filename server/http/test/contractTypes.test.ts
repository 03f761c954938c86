import { describe, expectTypeOf, test } from 'vitest'
import type * as contract from '@anklet/contract'
import type {
  DutyAnswer,
  DutyRequest,
  FillRequest,
  LedgerAnswer,
  LedgerRequest,
  LiftAnswer,
  LiftRequest,
} from '@anklet/core/physics/compressor'
import type { VerdictAnswer, VerdictRequest } from '@anklet/core/measuring/heights'
import type {
  ForecastRequest,
  LeakdownAnswer,
  LeakdownRequest,
  OvernightLoad,
  PlanAnswer,
  PlanRequest,
  Worth,
} from '@anklet/core/measuring/leakdown'
import type {
  EquilibriumAnswer,
  EquilibriumRequest,
  TemperatureDropAnswer,
  TemperatureDropRequest,
} from '@anklet/core/physics/pneumatics'
import type { Plan, ShopWay, WantedJob } from '@anklet/core/work/procedure'
import type { JobFacts } from '@anklet/core/work/schedule'
import type { DisplayUnits } from '@anklet/core/base/units'
import type { Architecture, GeometryInput } from '@anklet/core/base/vehicle'

// Contract and core know nothing of each other; what the one accepts must be what the other takes,
// and the answers likewise.
type Complete<Request extends { vehicle: unknown }, Core extends { vehicle: unknown }> = Omit<
  Request,
  'vehicle'
> &
  Pick<Core, 'vehicle'>

describe('contract and core fit together', () => {
  test('what is accepted is what is taken', () => {
    expectTypeOf<contract.VehicleGeometry>().toExtend<GeometryInput>()
    expectTypeOf<contract.Architecture>().toExtend<Architecture>()
    expectTypeOf<
      Complete<contract.EquilibriumRequest, EquilibriumRequest>
    >().toExtend<EquilibriumRequest>()
    expectTypeOf<
      Complete<contract.TemperatureDropRequest, TemperatureDropRequest>
    >().toExtend<TemperatureDropRequest>()
    expectTypeOf<Complete<contract.ForecastRequest, ForecastRequest>>().toExtend<ForecastRequest>()
    expectTypeOf<Complete<contract.LeakdownRequest, LeakdownRequest>>().toExtend<LeakdownRequest>()
    expectTypeOf<Complete<contract.LeakdownPlanRequest, PlanRequest>>().toExtend<PlanRequest>()
    expectTypeOf<contract.HeightVerdictRequest>().toExtend<VerdictRequest>()
    expectTypeOf<contract.FillTimeRequest>().toExtend<FillRequest>()
    expectTypeOf<contract.DutyRequest>().toExtend<DutyRequest>()
    expectTypeOf<Complete<contract.LiftTimeRequest, LiftRequest>>().toExtend<LiftRequest>()
    expectTypeOf<Complete<contract.AirLedgerRequest, LedgerRequest>>().toExtend<LedgerRequest>()
    expectTypeOf<Required<contract.ProcedurePlanRequest>['jobs']>().toExtend<readonly WantedJob[]>()
    expectTypeOf<contract.PlanMade['way']>().toExtend<{
      ventBy: ShopWay['ventBy']
      first: ShopWay['first']
      fillAt: ShopWay['fillAt']
      fasteners: ShopWay['fasteners']
      charge: ShopWay['charge']
    }>()
    expectTypeOf<contract.Shop['units']>().toExtend<DisplayUnits>()
  })

  test('what is computed is what is answered', () => {
    expectTypeOf<Omit<EquilibriumAnswer, 'solve'>>().toExtend<
      Omit<contract.EquilibriumResponse, 'solve'>
    >()
    expectTypeOf<TemperatureDropAnswer>().toExtend<contract.TemperatureDropResponse>()
    expectTypeOf<Worth>().toExtend<contract.LeakdownNightsResponse['tellsMore'][number]>()
    expectTypeOf<OvernightLoad>().toExtend<NonNullable<contract.LeakdownNightsResponse['load']>>()
    expectTypeOf<PlanAnswer>().toExtend<contract.LeakdownPlanResponse>()
    expectTypeOf<VerdictAnswer>().toExtend<contract.HeightVerdictResponse>()
    expectTypeOf<LiftAnswer>().toExtend<contract.LiftTimeResponse>()
    expectTypeOf<DutyAnswer>().toExtend<contract.DutyResponse>()
    expectTypeOf<LedgerAnswer>().toExtend<contract.AirLedgerResponse>()
    expectTypeOf<Plan['steps'][number]['phase']>().toExtend<
      contract.ProcedurePlanResponse['steps'][number]['phase']
    >()
    expectTypeOf<LeakdownAnswer>().toExtend<contract.LeakdownResponse>()
  })

  test('a watch on the wire is one the schedule knows', () => {
    expectTypeOf<NonNullable<contract.JobSummary['watch']>['state']>().toEqualTypeOf<
      NonNullable<JobFacts['watch']>['state']
    >()
  })
})
