import { heightsAreGuessed } from '@anklet/core/base/starting'
import { PROOF_STOPS } from '@anklet/language/problems/record'
import { randomUUID } from 'node:crypto'
import type { Job, ProofRecord, Repair } from '@anklet/contract'
import { crossedAxles, sensorsOf } from '@anklet/core/measuring/calibration'
import { partsOfJobs, samePart } from '@anklet/core/reasoning/evidence'
import { DEFAULT_REPEATABILITY_MM } from '@anklet/core/measuring/heights'
import type { Joint, ProofItem } from '@anklet/core/work/proof'
import {
  isHandedOver,
  isProved,
  jointsOpened,
  proofFacts,
  proofOf,
  visitsLowered,
} from '@anklet/core/work/proof'
import type { Guarded, Run } from '@anklet/core/work/record'
import { runOf } from '@anklet/core/work/record'
import { AppError } from '../../kernel/appError.ts'
import type { Transaction } from '../../store/database.ts'
import { proofEntry, repair, workEntry } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { readJob } from '../jobs/queries.ts'
import { openJobOf } from '../rounds/queries.ts'
import { guardedOf, refuseBubbling, refuseTemporary } from '../work/queries.ts'
import { readRepeatability } from '../rounds/repeatability.ts'

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
  if (strange) refuse(PROOF_STOPS.levelStrange(strange.levelId), '/payload/content/visits')
  const sensors = sensorsOf(architecture)
  const nowhere = content.typedMm.findIndex(
    ({ sensor }) => !sensors.some(({ id }) => id === sensor),
  )
  if (nowhere >= 0)
    throw new AppError(
      'findingUnknown',
      {
        sentence: PROOF_STOPS.sensorStrange(content.typedMm[nowhere]!.sensor),
      },
      `/payload/content/typedMm/${nowhere}/sensor`,
    )
  if (content.taught === 'no') return
  if (heightsAreGuessed(of.vehicleType.guesses))
    refuse(PROOF_STOPS.heightsMissing(), '/payload/content/taught')
  if (visitsLowered(of, content.visits) !== null)
    refuse(PROOF_STOPS.lowered(), '/payload/content/taught')
  const [crossed] = crossedAxles(sensors, content.visits)
  if (crossed) refuse(PROOF_STOPS.swapped(crossed), '/payload/content/taught')
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
  if (isHandedOver(of)) refuse(PROOF_STOPS.handedOver(), '/payload/content')
  const items = work && run ? await itemsOf(tx, of, work, run) : []
  const missing = items.filter(({ state }) => state !== 'shown').map(({ id }) => id)
  if (content.proved && !isProved(items))
    throw new AppError(
      'notProved',
      {
        sentence: PROOF_STOPS.notProved(),
      },
      '/payload/content/proved',
    )
  if (!content.proved && content.reason.trim() === '')
    refuse(PROOF_STOPS.reasonMissing(), '/payload/content/reason')
  if (
    missing.length !== content.missing.length ||
    missing.some((id) => !content.missing.includes(id))
  )
    refuse(PROOF_STOPS.changed(), '/payload/content/missing')
}

/** Puts what was replaced into the vehicle's history, once. */
async function rememberParts(
  tx: Transaction,
  of: Job,
  personId: string,
  at: string,
): Promise<void> {
  const jobs = of.work.length > 0 ? (of.plans.at(-1)?.jobs ?? []) : []
  const fresh = partsOfJobs(jobs).filter(
    (part) => !of.repairs.some((known) => samePart(known, part)),
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
        part: each.part as Repair['part'],
        corners: [...each.corners],
      })),
    )
}

/** What is shown of a car whose joints are tight. */
const NEEDS_TIGHT: ReadonlySet<string> = new Set(['roadTest', 'levels', 'alignment'])

/** Writes into the work that a joint bubbles, or is tight after all. */
async function rememberJoint(
  tx: Transaction,
  signed: { readonly jobId: string; readonly personId: string; readonly at: string },
  { bubbles }: Run,
  joint: Joint,
  outcome: string,
): Promise<void> {
  const tight = outcome === 'good'
  if (tight && !bubbles.includes(joint)) return
  await tx
    .insert(workEntry)
    .values({ id: randomUUID(), ...signed, content: { kind: 'joint', joint, tight } })
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
    refuse(PROOF_STOPS.returnPast(), '/payload/content/dueAt')
  const planned = content.kind === 'handedOver' ? null : await guardedOf(tx, jobId)
  const run = planned && runOf(planned)
  if (run && content.kind === 'shown' && NEEDS_TIGHT.has(content.item))
    refuseBubbling(run, '/payload/content/item')
  if (content.kind === 'shown') {
    if (content.outcome === 'declined' && content.words.trim() === '')
      refuse(PROOF_STOPS.declinedWithoutWords(), '/payload/content/words')
    if (content.outcome === 'declined' && content.item !== 'alignment' && content.item !== 'again')
      refuse(PROOF_STOPS.cannotDecline(), '/payload/content/outcome')
    if (
      content.item === 'soap' &&
      (content.joint === null ||
        !planned ||
        !run ||
        !jointsOpened({ run, book: planned.book.steps }).includes(content.joint))
    )
      refuse(PROOF_STOPS.jointClosed(), '/payload/content/joint')
  }
  if (content.kind === 'handedOver') await rememberParts(tx, of, person, at)
  await tx.insert(proofEntry).values({ id, jobId, personId: person, at, content })
  if (content.kind === 'shown' && content.item === 'soap' && content.joint !== null && run)
    await rememberJoint(tx, { jobId, personId: person, at }, run, content.joint, content.outcome)
  return null
}
