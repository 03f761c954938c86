import { Router } from 'express'
import type { CalculationName, ProblemCode } from '@anklet/contract'
import { CALCULATIONS } from '@anklet/contract'
import type { CalculationPool } from '../domains/calculations/pool.ts'
import { AppError } from '../kernel/appError.ts'
import { checkOf } from '../kernel/validation.ts'

// Where a refusal of the core points into the request; anything else points at the vehicle.
const PATH_OF: Readonly<Partial<Record<ProblemCode, string>>> = {
  airMissing: '/airBarL',
  sampleOutside: '/sampleHours',
  crossLeakWithoutAir: '/crossLeaks',
  noPriorLeft: '/priors',
  tooManySamples: '/sampleEveryS',
  levelUnknown: '/levelId',
  knowledgeUneven: '/knowledge',
  contradiction: '/evidence',
  planImpossible: '/jobs',
  jobUnknown: '/jobs',
}

const pathOf = ({ code, corner }: { code: ProblemCode; corner?: string }): string =>
  PATH_OF[code] ?? (corner ? `/vehicle/corners/${corner}` : '/vehicle')

/**
 * POST /api/calc/<name>: every calculation, stateless. The interface reckons most of them by itself;
 * they stay so that anybody can check its numbers.
 */
export function calculationRoutes(pool: CalculationPool): Router {
  const router = Router()
  for (const name of Object.keys(CALCULATIONS) as CalculationName[]) {
    const check = checkOf(CALCULATIONS[name].request)
    router.post(`/${name}`, async (req, res) => {
      check(req.body)
      const outcome = await pool.run(name, req.body)
      if (!outcome.ok) throw new AppError(outcome.error.code, outcome.error, pathOf(outcome.error))
      res.json(outcome.value)
    })
  }
  return router
}
