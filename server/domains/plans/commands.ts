import { requireType } from '../vehicleTypes/requireType.ts'
import { WORK_STOPS } from '@anklet/language/problems/record'
import { setImmediate } from 'node:timers/promises'
import { eq } from 'drizzle-orm'
import { onStops } from '@anklet/core/reasoning/arrival'
import { composePlan, lintInSlices, USUAL_WAY, workedBy } from '@anklet/core/work/procedure'
import type { ProcedureBook, ProcedureFault } from '@anklet/core/work/procedure'
import { refusalSentence } from '@anklet/language/work/record'
import { carriedBy, runOf, stuck } from '@anklet/core/work/record'
import { AppError } from '../../kernel/appError.ts'
import { planSentence, procedureFaultSentence } from '@anklet/language/problems/plans'
import { plan, procedures, torque, vehicle, vehicleType } from '../../store/schema.ts'
import { asKept } from '../work/books.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { bookIn, guardedOf } from '../work/queries.ts'
import { required, unlessTaken, updateVersion } from '../../kernel/saving.ts'

// A whole book takes most of a second to walk: others are served in between.
async function faultsOf(book: ProcedureBook): Promise<readonly ProcedureFault[]> {
  const looking = lintInSlices(book)
  for (;;) {
    const slice = looking.next()
    if (slice.done) return slice.value
    await setImmediate()
  }
}

/**
 * Keeps the shop's procedures, or puts those back that ship, and what it settles its own way.
 * @throws {AppError} `proceduresFaulty` with every fault; nothing is stored then
 */
export const saveProcedures: Handler<'procedures.save'> = async (
  tx,
  { payload: { book, way }, baseVersion },
) => {
  const faults =
    book === null
      ? []
      : (await faultsOf(workedBy(book))).map((fault) => ({
          path: `/payload/book/${fault.at}`,
          detail: procedureFaultSentence(fault),
        }))
  if (faults[0])
    throw new AppError(
      'proceduresFaulty',
      { sentence: faults[0].detail, more: faults.length - 1 },
      faults[0].path,
      faults,
    )
  await tx.insert(procedures).values({ book: null, way: USUAL_WAY }).onConflictDoNothing()
  return updateVersion(tx, procedures, 1, baseVersion, { book: asKept(book), way }, 'procedures')
}

/**
 * Keeps a torque of a vehicle type's sheet.
 * @throws {AppError} `torqueTurned` where the least is above the most
 */
export const saveTorque: Handler<'torque.save'> = async (tx, { payload, baseVersion }) => {
  const { torqueId: id, ...values } = payload
  if (values.minNm > values.maxNm)
    throw new AppError(
      'torqueTurned',
      { minNm: values.minNm, maxNm: values.maxNm },
      '/payload/minNm',
    )
  await requireType(tx, values.typeId)
  if (baseVersion !== null) return updateVersion(tx, torque, id, baseVersion, values, 'torque')
  await unlessTaken(
    values.fastener,
    '/payload/fastener',
    tx.insert(torque).values({ id, ...values }),
  )
  return 1
}

/** Takes a torque off its sheet. */
export const dropTorque: Handler<'torque.drop'> = async (tx, { payload: { torqueId } }) => {
  required(
    await tx.delete(torque).where(eq(torque.id, torqueId)).returning({ id: torque.id }),
    'torque',
    '/payload/torqueId',
  )
  return null
}

/**
 * Keeps a plan on a job.
 * @throws {AppError} `flatUnsaid` where it came in on its stops and nobody said at which corners
 * @throws {AppError} `planImpossible` where its jobs make no plan on that vehicle
 */
export const makePlan: Handler<'plan.make'> = async (tx, { payload, person, at }) => {
  const { planId: id, ...rest } = payload
  const { vehicleId, arrival } = await openJobOf(tx, payload.jobId)
  const { architecture } = required(
    await tx
      .select({ architecture: vehicleType.architecture })
      .from(vehicleType)
      .innerJoin(vehicle, eq(vehicle.typeId, vehicleType.id))
      .where(eq(vehicle.id, vehicleId)),
    'vehicle',
  )
  const under = await guardedOf(tx, payload.jobId)
  const begun = under !== null && under.entries.length > 0
  // Once work has begun it is no question any more: the plan under way says it.
  if (!begun && payload.flat.length === 0 && onStops(arrival))
    throw new AppError('flatUnsaid', {}, '/payload/flat')
  const carried = begun ? carriedBy(runOf(under)) : []
  const made = composePlan(await bookIn(tx), {
    architecture,
    jobs: payload.jobs,
    support: payload.support,
    way: payload.way,
    flat: payload.flat,
    carried,
  })
  if (!made.ok)
    throw new AppError('planImpossible', { sentence: planSentence(made.error) }, '/payload/jobs')
  if (begun) {
    // Done steps stay done: the rest must still lead to a standing car.
    if (payload.flat.join() !== under.flat.join())
      throw new AppError(
        'planImpossible',
        { sentence: WORK_STOPS.flatAfterwards() },
        '/payload/flat',
      )
    const next = { ...under, steps: made.value.steps }
    const stop = stuck(next)
    if (stop)
      throw new AppError(
        'planImpossible',
        {
          sentence: WORK_STOPS.cannotFinish(
            refusalSentence(stop.refusal, { ...next, nameOf: () => 'Somebody' }),
          ),
        },
        '/payload/jobs',
      )
  }
  await tx.insert(plan).values({ id, ...rest, carried: [...carried], personId: person, at })
  return null
}
