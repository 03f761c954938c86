import { eq } from 'drizzle-orm'
import type { Photo } from '@anklet/contract'
import { runOf } from '@anklet/core/work/record'
import { AppError } from '../../kernel/appError.ts'
import type { Transaction } from '../../store/database.ts'
import { charge, checkDone, conclusion, evidence, note, photo, repair } from '../../store/schema.ts'
import { refuseUnknown, refuseUnknownFinds } from '../knowledge/knownChecks.ts'
import type { Handler } from '../../kernel/handler.ts'
import { openJobOf } from '../rounds/queries.ts'
import { guardedOf, refuseBubbling } from '../work/queries.ts'
import { bare } from './bare.ts'
import { pictureType } from './queries.ts'

/** Keeps a figure or sentence on a job. */
export const addNote: Handler<'job.note'> = async (tx, { payload, person, at }) => {
  const { noteId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await tx.insert(note).values({ id, ...rest, personId: person, at })
  return null
}

/** Records what was replaced or mended. */
export const recordRepair: Handler<'job.repair'> = async (tx, { payload, person, at }) => {
  const { repairId: id, ...rest } = payload
  const { vehicleId } = await openJobOf(tx, payload.jobId)
  await tx.insert(repair).values({ id, ...rest, vehicleId, personId: person, at })
  return null
}

/** Records a test and what it says. */
export const recordCheck: Handler<'check.record'> = async (tx, { payload, person, at }) => {
  const { checkId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await refuseUnknownFinds(tx, payload.jobId, payload.finds ?? [])
  await tx.insert(checkDone).values({ id, ...rest, personId: person, at })
  return null
}

/** Records what was found by hand, or what is said of evidence. */
export const sayEvidence: Handler<'evidence.say'> = async (tx, { payload, person, at }) => {
  const { evidenceId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await refuseUnknown(tx, payload.jobId, [payload], () => '/payload')
  await tx.insert(evidence).values({ id, ...rest, personId: person, at })
  return null
}

/** Records the fault a job came to. */
export const concludeJob: Handler<'job.conclude'> = async (tx, { payload, person, at }) => {
  const { conclusionId: id, ...rest } = payload
  await openJobOf(tx, payload.jobId)
  await tx.insert(conclusion).values({ id, ...rest, personId: person, at })
  return null
}

/** Refuses to correct a charge of another car, or one that was corrected already. */
async function refuseToCorrect(tx: Transaction, id: string, vehicleId: string): Promise<void> {
  const path = '/payload/corrects'
  const ofCar = await tx.select().from(charge).where(eq(charge.vehicleId, vehicleId))
  if (!ofCar.some((entry) => entry.id === id))
    throw new AppError('unknownReference', { what: 'charge of this car' }, path)
  if (ofCar.some(({ corrects }) => corrects === id))
    throw new AppError('alreadyCorrected', {}, path)
}

/** Records gas put in or let out, or what was written down of it in the place of what was wrong. */
export const recordCharge: Handler<'charge.record'> = async (tx, { payload, person, at }) => {
  const { chargeId: id, ...rest } = payload
  const { vehicleId } = await openJobOf(tx, payload.jobId)
  if (rest.corrects) await refuseToCorrect(tx, rest.corrects, vehicleId)
  else {
    const work = await guardedOf(tx, payload.jobId)
    if (work) refuseBubbling(runOf(work), '/payload/gas')
  }
  await tx.insert(charge).values({ id, ...rest, vehicleId, personId: person, at })
  return null
}

/** A picture as it is kept: of the type it really is, and without where and when it was taken. */
function pictureIn(
  text: string,
  path: string,
): { readonly type: Photo['type']; readonly picture: Uint8Array } {
  const sent = new Uint8Array(Buffer.from(text, 'base64'))
  const type = pictureType(sent, path)
  try {
    return { type, picture: bare(sent, type) }
  } catch {
    throw new AppError('notAPicture', {}, path)
  }
}

/** Keeps a photo on a job. */
export const addPhoto: Handler<'photo.add'> = async (tx, { payload, person, at }) => {
  const { type, picture } = pictureIn(payload.picture, '/payload/picture')
  const small =
    payload.small === undefined ? null : pictureIn(payload.small, '/payload/small').picture
  await openJobOf(tx, payload.jobId)
  await tx.insert(photo).values({
    id: payload.photoId,
    jobId: payload.jobId,
    at,
    personId: person,
    type,
    caption: payload.caption.trim(),
    picture,
    small,
  })
  return null
}
