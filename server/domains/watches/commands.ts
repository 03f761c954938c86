import { TIME_STOPS } from '@anklet/language/problems/record'
import { and, eq } from 'drizzle-orm'
import type { CommandOf, CommandPayload } from '@anklet/contract'
import type { RoundState } from '@anklet/core/measuring/heights'
import { isRideHeight } from '@anklet/core/measuring/heights'
import { AppError } from '../../kernel/appError.ts'
import type { Transaction } from '../../store/database.ts'
import { round, watch } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { insertRound } from '../rounds/commands.ts'
import { required, updateVersion } from '../../kernel/saving.ts'
import type { WatchRow } from './queries.ts'

type WatchRound = CommandPayload<'watch.look'>['round']

async function lockedWatch(
  tx: Transaction,
  id: string,
  ...states: WatchRow['state'][]
): Promise<WatchRow> {
  const found = required(
    await tx.select().from(watch).where(eq(watch.id, id)).for('update'),
    'watch',
    '/payload/watchId',
  )
  if (!states.includes(found.state))
    throw new AppError(states.includes('running') ? 'watchNotRunning' : 'watchNotWalked')
  return found
}

/** A round of a watch in the state the watch keeps the car in. @throws {AppError} where it says another */
function inItsState(
  walked: WatchRound,
  supplyCut: WatchRow['supplyCut'],
): WatchRound & { readonly state: RoundState } {
  const state = supplyCut === 'leftOn' ? 'leftOn' : 'supplyOff'
  if (walked.state !== undefined && walked.state !== state)
    throw new AppError('stateNotWatched', { state }, '/payload/round/state')
  return { ...walked, state }
}

/** Starts a watch: its evening round and its conditions go on record together. */
export const startWatch: Handler<'watch.start'> = async (tx, command) => {
  const {
    watchId,
    jobId,
    round: evening,
    supplyCut,
    supplyProved,
    minutesSinceRun,
    plannedEndAt,
  } = command.payload
  if (supplyCut !== 'leftOn' && !supplyProved)
    throw new AppError('supplyNotProved', {}, '/payload/supplyProved')
  if (!isRideHeight(evening.method))
    throw new AppError('methodNotWatched', {}, '/payload/round/method')
  const job = await openJobOf(tx, jobId)
  const running = await tx
    .select({ id: watch.id })
    .from(watch)
    .where(and(eq(watch.jobId, jobId), eq(watch.state, 'running')))
  if (running.length > 0) throw new AppError('watchRuns')
  if (Date.parse(plannedEndAt) <= Date.parse(evening.endedAt)) {
    throw new AppError(
      'timeOrder',
      { sentence: TIME_STOPS.morningPlannedBefore() },
      '/payload/plannedEndAt',
    )
  }
  await insertRound(tx, inItsState(evening, supplyCut), 'evening', job, command)
  await tx.insert(watch).values({
    id: watchId,
    jobId,
    state: 'running',
    supplyCut,
    minutesSinceRun,
    startedAt: evening.endedAt,
    plannedEndAt,
    eveningRoundId: evening.roundId,
    startedBy: command.person,
  })
  return 1
}

function checkSameWay(later: WatchRound, first: typeof round.$inferSelect): void {
  if (Date.parse(later.startedAt) <= Date.parse(first.endedAt)) {
    throw new AppError(
      'timeOrder',
      {
        sentence: TIME_STOPS.morningBefore(),
      },
      '/payload/round/startedAt',
    )
  }
  if (later.levelId !== first.levelId)
    throw new AppError('levelUnknown', { levelId: later.levelId }, '/payload/round/levelId')
  if (later.method !== first.method)
    throw new AppError('methodNotWatched', {}, '/payload/round/method')
}

/** Puts a later round of a watch on record. */
const insertLater = async (
  tx: Transaction,
  walked: WatchRound,
  purpose: 'between' | 'morning',
  { jobId, supplyCut }: WatchRow,
  signed: Pick<CommandOf<'watch.look'>, 'person' | 'device'>,
): Promise<void> =>
  insertRound(tx, inItsState(walked, supplyCut), purpose, await openJobOf(tx, jobId), signed)

/** Puts a round on record that is walked while the car is still left alone. */
export const lookAtWatch: Handler<'watch.look'> = async (tx, command) => {
  const { watchId, round: look } = command.payload
  const found = await lockedWatch(tx, watchId, 'running')
  checkSameWay(
    look,
    required(
      await tx.select().from(round).where(eq(round.id, found.eveningRoundId)),
      'evening round',
    ),
  )
  await insertLater(tx, look, 'between', found, command)
  return updateVersion(
    tx,
    watch,
    watchId,
    command.baseVersion,
    { betweenRoundIds: [...found.betweenRoundIds, look.roundId] },
    'watch',
  )
}

/** Notes that the supply is back where the watch took it from. */
export const putSupplyBack: Handler<'watch.supplyBack'> = async (
  tx,
  { payload, baseVersion, at },
) => {
  await lockedWatch(tx, payload.watchId, 'walked', 'concluded', 'givenUp')
  return updateVersion(tx, watch, payload.watchId, baseVersion, { supplyBackAt: at }, 'watch')
}

/**
 * Puts the morning round on record. One whose readings were doubted may be walked again: the later
 * one counts, both stay.
 */
export const finishWatch: Handler<'watch.finish'> = async (tx, command) => {
  const { watchId, round: morning, undisturbed } = command.payload
  const found = await lockedWatch(tx, watchId, 'running', 'walked')
  const evening = required(
    await tx.select().from(round).where(eq(round.id, found.eveningRoundId)),
    'evening round',
  )
  checkSameWay(morning, evening)
  await insertLater(tx, morning, 'morning', found, command)
  return updateVersion(
    tx,
    watch,
    watchId,
    command.baseVersion,
    { state: 'walked', morningRoundId: morning.roundId, undisturbed },
    'watch',
  )
}

/** Writes the answer on the job. */
export const concludeWatch: Handler<'watch.conclude'> = async (tx, { payload, baseVersion }) => {
  const found = await lockedWatch(tx, payload.watchId, 'walked', 'concluded')
  await openJobOf(tx, found.jobId)
  return updateVersion(
    tx,
    watch,
    payload.watchId,
    baseVersion,
    { state: 'concluded', finding: payload.finding },
    'watch',
  )
}

/** Gives a running watch up, with the reason. Its evening round stays on record. */
export const giveUpWatch: Handler<'watch.giveUp'> = async (tx, { payload, baseVersion }) => {
  await lockedWatch(tx, payload.watchId, 'running')
  return updateVersion(
    tx,
    watch,
    payload.watchId,
    baseVersion,
    { state: 'givenUp', givenUpReason: payload.reason },
    'watch',
  )
}
