import { randomUUID } from 'node:crypto'
import type { Job, ProofRecord, Repair } from '@anklet/contract'
import { crossedAxles, sensorsOf } from '@anklet/core/calibration'
import { DEFAULT_REPEATABILITY_MM } from '@anklet/core/heights'
import type { ProofItem } from '@anklet/core/proof'
import {
  isHandedOver,
  isProved,
  jointsOpened,
  proofFacts,
  proofOf,
  visitsLowered,
} from '@anklet/core/proof'
import type { Guarded, Run } from '@anklet/core/work'
import { runOf } from '@anklet/core/work'
import { AppError } from '../problems/appError.ts'
import type { Transaction } from '../store/database.ts'
import { proofEntry, repair } from '../store/schema.ts'
import type { Handler } from './handler.ts'
import { readJob } from './jobs.ts'
import { readRepeatability } from './repeatability.ts'
import { openJobOf } from './rounds.ts'
import { guardedOf, refuseTemporary } from './work.ts'

async function itemsOf(
  tx: Transaction,
  of: Job,
  work: Guarded,
  run: Run,
): Promise<readonly ProofItem[]> {
  const { learned } = await readRepeatability(tx)
  return proofOf(proofFacts(of, work, run, learned?.repeatabilityMm ?? DEFAULT_REPEATABILITY_MM))
}

const refuse = (sentence: string, path: string): never => {
  throw new AppError('proofStops', { sentence }, path)
}

function checkCalibration(
  of: Job,
  content: Extract<ProofRecord['content'], { kind: 'calibrated' }>,
): void {
  const { architecture } = of.vehicleType
  const strange = content.visits.find(
    ({ levelId }) => !architecture.levels.some(({ id }) => id === levelId),
  )
  if (strange)
    refuse(`This vehicle type has no level "${strange.levelId}".`, '/payload/content/visits')
  if (content.taught === 'no') return
  const sensors = sensorsOf(architecture)
  if (visitsLowered(of, content.visits) !== null)
    refuse(
      'It is low all round and its sensors agree with the tape: lowered on purpose. ' +
        'That is written down, not calibrated away.',
      '/payload/content/taught',
    )
  const [crossed] = crossedAxles(sensors, content.visits)
  if (crossed)
    refuse(
      `The ${crossed} sensors fit the tape of the other side better: left and right ` +
        'are swapped. Put the plugs right and visit the levels again.',
      '/payload/content/taught',
    )
}

async function checkHandover(
  tx: Transaction,
  of: Job,
  content: Extract<ProofRecord['content'], { kind: 'handedOver' }>,
): Promise<void> {
  const planned = await guardedOf(tx, of.id)
  const work = planned && planned.entries.length > 0 ? planned : null
  const run = work && runOf(work)
  if (work && run) refuseTemporary(work, run)
  if (isHandedOver(of))
    refuse('It is handed over already. Look at its paper again.', '/payload/content')
  const items = work && run ? await itemsOf(tx, of, work, run) : []
  const missing = items.filter(({ state }) => state !== 'shown').map(({ id }) => id)
  if (content.proved && !isProved(items))
    throw new AppError(
      'notProved',
      {
        sentence:
          'Not everything is shown, so it cannot be handed over as proved. It can be ' +
          'handed over as not proved, with the reason.',
      },
      '/payload/content/proved',
    )
  if (!content.proved && content.reason.trim() === '')
    refuse('Say why it goes although not everything is shown.', '/payload/content/reason')
  if (
    missing.length !== content.missing.length ||
    missing.some((id) => !content.missing.includes(id))
  )
    refuse(
      'What is shown has changed meanwhile. Look at it again before the paper is made.',
      '/payload/content/missing',
    )
}

// What a plan's jobs put new parts into, as a vehicle's history names them.
const PARTS: Readonly<Record<string, Repair['part']>> = {
  spring: 'airSpring',
  bellows: 'airSpring',
  strut: 'strut',
  line: 'line',
  pump: 'compressor',
  dryer: 'dryer',
  block: 'valveBlock',
  reservoir: 'reservoir',
  relay: 'relay',
  sensor: 'sensor',
  module: 'module',
  coils: 'coils',
}

/** Puts what was replaced into the vehicle's history, once. */
async function rememberParts(
  tx: Transaction,
  of: Job,
  personId: string,
  at: string,
): Promise<void> {
  const jobs = of.work.length > 0 ? (of.plans.at(-1)?.jobs ?? []) : []
  const parts = jobs.flatMap(({ job: id, corners = [] }) =>
    PARTS[id] ? [{ part: PARTS[id], corners: [...corners] }] : [],
  )
  const fresh = parts.filter(
    ({ part, corners }) =>
      !of.repairs.some(
        (known) =>
          known.part === part &&
          known.corners.length === corners.length &&
          corners.every((corner) => known.corners.includes(corner)),
      ),
  )
  if (fresh.length > 0)
    await tx.insert(repair).values(
      fresh.map((each) => ({
        id: randomUUID(),
        vehicleId: of.vehicleId,
        jobId: of.id,
        at,
        personId,
        words: '',
        ...each,
      })),
    )
}

/**
 * Takes an entry into what shows that a repair counts.
 * @throws {AppError} `proofStops` or `notProved` with the reason, `workStops` while something is
 * still to be put back
 */
export const recordProof: Handler<'proof.record'> = async (
  tx,
  { payload: { entryId: id, jobId, content }, person, at },
) => {
  await openJobOf(tx, jobId)
  const of = await readJob(tx, jobId)
  if (content.kind === 'calibrated') checkCalibration(of, content)
  if (content.kind === 'handedOver') await checkHandover(tx, of, content)
  if (content.kind === 'return' && Date.parse(content.dueAt) <= Date.parse(at))
    refuse('The day to come back lies in the past.', '/payload/content/dueAt')
  if (content.kind === 'shown') {
    if (content.outcome === 'declined' && content.words.trim() === '')
      refuse('Say why it is declined.', '/payload/content/words')
    if (content.outcome === 'declined' && content.item !== 'alignment' && content.item !== 'again')
      refuse('This cannot be declined: it is shown, or it is not.', '/payload/content/outcome')
    const work = content.item === 'soap' ? await guardedOf(tx, jobId) : null
    if (
      content.item === 'soap' &&
      (content.joint === null ||
        !work ||
        !jointsOpened({ run: runOf(work), book: work.book.steps }).includes(content.joint))
    )
      refuse('This joint was not opened.', '/payload/content/joint')
  }
  if (content.kind === 'handedOver') await rememberParts(tx, of, person, at)
  await tx.insert(proofEntry).values({ id, jobId, personId: person, at, content })
  return null
}
