import { TIME_STOPS, takenOverFrom } from '@anklet/language/problems/record'
import { and, eq, getTableColumns, inArray, ne } from 'drizzle-orm'
import type { RoundState } from '@anklet/core/measuring/heights'
import { isFloorBased, isRideHeight, meanHeights } from '@anklet/core/measuring/heights'
import { heightsAreGuessed, standAs } from '@anklet/core/base/starting'
import { completeGeometry, CORNERS, perCorner } from '@anklet/core/base/vehicle'
import type { CommandOf, RoundInput } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import type { Transaction } from '../../store/database.ts'
import { correction, job, reading, round, vehicle, vehicleType } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { touchEverything } from '../../kernel/revisions.ts'
import { required, updateVersion } from '../../kernel/saving.ts'
import type { Purpose } from './queries.ts'
import { keepMeans } from './means.ts'
import { openJobOf, roundsWhere } from './queries.ts'

/** A round as it is put on record; null: nobody said what state it was taken in. */
type Walked = Omit<RoundInput, 'state'> & { readonly state?: RoundState | null }

function checkWalk(input: Walked): void {
  const unread = CORNERS.find((corner) => !input.readings.some((entry) => entry.corner === corner))
  if (unread) throw new AppError('cornerNotRead', { corner: unread }, '/payload/round/readings')
  if (input.padsMm && !isFloorBased(input.method))
    throw new AppError('padsWithoutFloor', {}, '/payload/round/padsMm')
  if (input.loadKg && input.load !== 'laden')
    throw new AppError('weightWithoutLoad', {}, '/payload/round/loadKg')
  if (Date.parse(input.endedAt) < Date.parse(input.startedAt)) {
    throw new AppError('timeOrder', { sentence: TIME_STOPS.endsBefore() }, '/payload/round/endedAt')
  }
}

type Signed = Pick<CommandOf<'round.record'>, 'person' | 'device'>

type TypeRow = typeof vehicleType.$inferSelect

interface Car {
  readonly vehicleId: string
  readonly id: string
}

/**
 * Puts rounds of one car on record, readings and all, in a few statements however many they are.
 * @returns the type of the car
 */
async function insertRounds(
  tx: Transaction,
  inputs: readonly Walked[],
  purpose: Purpose,
  { vehicleId, id: jobId }: Car,
  signed: Signed,
): Promise<TypeRow | undefined> {
  inputs.forEach(checkWalk)
  const [type] = await tx
    .select(getTableColumns(vehicleType))
    .from(vehicle)
    .innerJoin(vehicleType, eq(vehicle.typeId, vehicleType.id))
    .where(eq(vehicle.id, vehicleId))
  const offsets = new Map(type?.architecture.levels.map(({ id, offsetMm }) => [id, offsetMm]))
  const rows = inputs.map(({ roundId, readings: _readings, ...rest }) => {
    const levelOffsetMm = offsets.get(rest.levelId)
    if (levelOffsetMm === undefined)
      throw new AppError('levelUnknown', { levelId: rest.levelId }, '/payload/round/levelId')
    return {
      ...rest,
      id: roundId,
      vehicleId,
      jobId,
      purpose,
      levelOffsetMm,
      personId: signed.person,
      device: signed.device,
    }
  })
  await tx.insert(round).values(rows)
  await tx
    .insert(reading)
    .values(
      inputs.flatMap(({ roundId, readings }) => readings.map((entry) => ({ ...entry, roundId }))),
    )
  await keepMeans(
    tx,
    inputs.map(({ roundId }) => roundId),
  )
  return type
}

// Whether a round shows what a car stands at: levelled, or as it is left for a night.
const showsStand = (purpose: string, state: string | null | undefined): boolean =>
  purpose === 'evening' || state === 'levelled'

/**
 * Puts the guessed heights of a type where its car was measured: its newest round as it stood
 * levelled; until there is one, the newest of all. They stay guesses.
 */
async function standAsMeasured(
  tx: Transaction,
  type: TypeRow,
  { roundId, method, levelId, state, readings }: Walked,
  purpose: Purpose,
  { vehicleId }: Car,
): Promise<void> {
  if (purpose === 'morning' || !isRideHeight(method) || !heightsAreGuessed(type.guesses)) return
  if (type.architecture.levels.find(({ id }) => id === levelId)?.offsetMm !== 0) return
  if (!showsStand(purpose, state)) {
    const earlier = await tx
      .select({ purpose: round.purpose, state: round.state })
      .from(round)
      .where(and(eq(round.vehicleId, vehicleId), ne(round.id, roundId)))
    if (earlier.some((each) => showsStand(each.purpose, each.state))) return
  }
  const byCorner = perCorner((corner) =>
    readings.filter((each) => each.corner === corner).map(({ heightMm }) => heightMm),
  )
  await updateVersion(
    tx,
    vehicleType,
    type.id,
    type.version,
    {
      geometry: standAs(completeGeometry(type.geometry), type.guesses, meanHeights(byCorner)),
    },
    'vehicle type',
  )
  await touchEverything(tx)
}

/** Puts one round on record. */
export async function insertRound(
  tx: Transaction,
  input: Walked,
  purpose: Purpose,
  car: Car,
  signed: Signed,
): Promise<void> {
  const type = await insertRounds(tx, [input], purpose, car, signed)
  if (type) await standAsMeasured(tx, type, input, purpose, car)
}

/** Records a walk around the car that belongs to no watch. */
export const recordHeights: Handler<'round.record'> = async (tx, command) => {
  await insertRound(
    tx,
    command.payload.round,
    'heights',
    await openJobOf(tx, command.payload.jobId),
    command,
  )
  return null
}

/**
 * Puts rounds of an earlier time on record, out of a file: a closed job of their own says where
 * they come from. A large file comes
 * in several commands that share one job, and rounds that are here already are left as they are.
 */
export const importRounds: Handler<'rounds.import'> = async (tx, command) => {
  const { jobId, vehicleId, from, rounds } = command.payload
  required(
    await tx.select({ id: vehicle.id }).from(vehicle).where(eq(vehicle.id, vehicleId)),
    'vehicle',
    '/payload/vehicleId',
  )
  const known = new Set(
    (
      await tx
        .select({ id: round.id })
        .from(round)
        .where(
          inArray(
            round.id,
            rounds.map(({ roundId }) => roundId),
          ),
        )
    ).map(({ id }) => id),
  )
  const fresh = rounds.filter(({ roundId }) => !known.has(roundId))
  if (fresh.length === 0) return null
  const openedAt = new Date(
    Math.min(...fresh.map(({ endedAt }) => Date.parse(endedAt))),
  ).toISOString()
  const complaint = { where: [], when: [], signs: [], words: takenOverFrom(from) }
  await tx
    .insert(job)
    .values({
      id: jobId,
      vehicleId,
      openedAt,
      openedBy: command.person,
      closedAt: command.at,
      complaint,
    })
    .onConflictDoNothing()
  await insertRounds(tx, fresh, 'imported', { vehicleId, id: jobId }, command)
  return null
}

/** Replaces a reading, or leaves it out, by an entry of its own: what was taken stays as it was. */
export const correctReading: Handler<'reading.correct'> = async (tx, { payload, person, at }) => {
  const { correctionId, readingId, heightMm, reason } = payload
  const taken = required(
    await tx
      .select({ roundId: reading.roundId, corner: reading.corner })
      .from(reading)
      .where(eq(reading.id, readingId)),
    'reading',
    '/payload/readingId',
  )
  if (heightMm === null) {
    const [whole] = await roundsWhere(tx, eq(round.id, taken.roundId))
    const others = whole!.readings.filter(
      ({ id, corner, correction: replaced }) =>
        corner === taken.corner && id !== readingId && replaced?.heightMm !== null,
    )
    if (others.length === 0)
      throw new AppError('cornerNotRead', { corner: taken.corner }, '/payload/heightMm')
  }
  await tx
    .insert(correction)
    .values({ id: correctionId, readingId, heightMm, reason, personId: person, at })
  await keepMeans(tx, [taken.roundId])
  return null
}
