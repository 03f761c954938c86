import type { Job } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/units'
import { formatDifference, formatQuantity, UNIT_LABEL } from '@anklet/core/units'
import { WALK } from '@anklet/core/vehicle'
import { format } from 'date-fns'
import { Paper } from '../../../parts/pdfPaper.ts'
import { paperPicture } from '../../../parts/shrinkPicture.ts'
import { capital, CORNER_WORDS } from '../../../words/corners.ts'
import { stepWords } from '../../../words/plan.ts'
import { DEVIATION_WORDS } from '../../../words/work.ts'
import { sensorWords } from '../../../words/proof.ts'
import { meansOf } from '../rounds.ts'
import type { OnWork } from '../run/useWork.ts'
import type { OwnerPaper } from './paper.ts'
import { linesOf } from './paper.ts'
import { drawStrip } from './stripPdf.ts'

const day = (at: string): string => format(new Date(at), 'd MMMM yyyy')
const moment = (at: string): string => format(new Date(at), 'd MMM yyyy, HH:mm')

function head(paper: Paper, { shop, plate, car, at, by }: OwnerPaper, title: string): Paper {
  return paper.text(shop, { size: 12, weight: 'bold', gap: 12 }).text(title, { size: 22, weight: 'bold', gap: 6 }).text(`${plate}, ${car}`).text(`${day(at)}, ${by}`, { faint: true, gap: 10 })
}
const section = (paper: Paper, title: string, lines: readonly string[]): Paper => {
  if (lines.length === 0) return paper
  paper.together(40).text(title, { weight: 'bold', size: 12, gap: 1 })
  for (const line of lines) paper.text(line, { gap: 2 })
  return paper.space(7)
}

async function pictureOf(id: string): Promise<Uint8Array | null> {
  const answer = await fetch(`/api/photos/${id}`)
  return answer.ok ? paperPicture(await answer.blob()).catch(() => null) : null
}

/** What the owner takes home: said, found, heights before and after, done, not done, what to watch. */
export async function ownerBytes(of: OwnerPaper, job: Job, units: DisplayUnits): Promise<Uint8Array> {
  const paper = await Paper.begin(`Handover of ${of.plate}`)
  head(paper, of, 'Your car, handed over')
  section(paper, 'You said', [of.complaint])
  section(paper, 'We found', [of.found])
  if (of.before || of.after) {
    paper.together(230).text('How it stood', { weight: 'bold', size: 12, gap: 1 })
    const told = (at: { readonly at: string; readonly temperatureC: number }): string => `${day(at.at)} at ${formatQuantity(at.temperatureC, 'temperature', units)} ${UNIT_LABEL[units.temperature]}`
    paper.text(`Heights in ${UNIT_LABEL[units.length]}, around the car. ${[of.before ? `Before, ${told(of.before)}: thin and dashed` : '', of.after ? `after, ${told(of.after)}: thick` : ''].filter(Boolean).join('; ')}.${(of.after ?? of.before)?.band ? ' The grey bar is what the maker allows.' : ''}`, { size: 9, faint: true, gap: 6 })
    drawStrip(paper, of.before, of.after, units)
    paper.space(8)
  }
  section(paper, 'Done', of.done.length > 0 ? of.done : ['Nothing was repaired.'])
  section(paper, of.missing.length === 0 && of.shown.length > 0 ? 'Shown before it left' : 'Shown', of.shown)
  section(paper, 'Not shown', [...of.missing, ...(of.written.reason ? [`It was handed over all the same: ${of.written.reason}`] : [])])
  section(paper, 'Not done', linesOf(of.written.notDone))
  section(paper, 'What to watch', linesOf(of.written.watchFor))
  section(paper, 'Come back', of.again ? [`To be measured again on ${moment(of.again)}, standing as it was left, before it is driven.`] : [])
  section(paper, 'Conditions of the parts', linesOf(of.written.conditions))
  section(paper, 'To know', of.cautions)
  if (of.torques.length > 0) {
    paper.together(60).text('Torques as they were set', { weight: 'bold', size: 12, gap: 2 })
    for (const { words, set } of of.torques) paper.row([words, set], [483])
    paper.space(8)
  }
  const photos = await Promise.all(of.written.photoIds.map(async (id) => ({ bytes: await pictureOf(id), words: job.photos.find((photo) => photo.id === id)?.caption ?? '' })))
  const kept = photos.flatMap(({ bytes, words }) => (bytes ? [{ bytes, words }] : []))
  if (kept.length > 0) { paper.together(220).text('Photos', { weight: 'bold', size: 12, gap: 4 }); await paper.pictures(kept) }
  paper.together(60).space(28).rule().text('Handed over to: name, date, signature', { size: 9, faint: true })
  return paper.bytes()
}

/** What goes into the file: every round, code, calibration and step with who, when, torque and note. */
export async function technicalBytes(of: OwnerPaper, job: Job, work: OnWork | null, units: DisplayUnits, nameOf: (person: string) => string): Promise<Uint8Array> {
  const paper = await Paper.begin(`Record of ${of.plate}`)
  head(paper, of, 'Record of the work')
  section(paper, 'Complaint', [of.complaint])
  section(paper, 'Finding', [of.found])
  const height = (mm: number): string => formatQuantity(mm, 'height', units)
  const rounds = job.rounds.filter(({ jobId }) => jobId === job.id)
  if (rounds.length > 0) {
    paper.together(60).text(`Rounds, ${UNIT_LABEL[units.length]}`, { weight: 'bold', size: 12, gap: 2 }).row(['When, level, way', ...WALK, UNIT_LABEL[units.temperature]], [270, 320, 370, 420, 483], { size: 9, weight: 'bold' }).rule()
    for (const round of rounds) { const means = meansOf(round); paper.row([`${moment(round.endedAt)}, ${round.purpose}, ${round.levelId}`, ...WALK.map((corner) => height(means[corner])), formatQuantity(round.temperatureC, 'temperature', units)], [270, 320, 370, 420, 483], { size: 9.5 }) }
    paper.space(8)
  }
  for (const { at, content, person } of job.proof) {
    if (content.kind !== 'calibrated') continue
    paper.together(70).text(`Calibration, ${moment(at)}, ${nameOf(person)}: ${content.taught === 'no' ? 'looked at, not taught' : content.taught === 'link' ? 'given to the module over the link' : 'typed in by hand'}`, { weight: 'bold', size: 12, gap: 2 })
    for (const { levelId, direction, tapeMm, reportedMm } of content.visits) paper.text(`${capital(levelId)}${direction === 'up' ? ', rising' : direction === 'down' ? ', falling' : ''}: ${WALK.map((corner) => `${CORNER_WORDS[corner]} tape ${height(tapeMm[corner])}, module ${reportedMm[corner] === null ? 'nothing' : height(reportedMm[corner])}`).join('; ')}`, { size: 9.5, gap: 1 })
    if (content.typedMm.length > 0) paper.text(`Typed: ${content.typedMm.map(({ sensor, mm }) => `${sensorWords(sensor)} ${formatDifference(mm, units)}`).join(', ')}`, { size: 9.5 })
    paper.space(6)
  }
  section(paper, 'Codes', job.codeReadings.filter(({ jobId }) => jobId === job.id).map(({ at, codes }) => `${moment(at)}: ${codes.length === 0 ? 'none' : codes.map(({ number, status }) => `${number} ${status}`).join(', ')}`))
  section(paper, 'Tests', job.checks.map(({ at, sentence }) => `${moment(at)}: ${sentence}`))
  section(paper, 'Shown', of.shown)
  section(paper, 'Not shown', [...of.missing, ...(of.written.reason ? [`Handed over all the same: ${of.written.reason}`] : [])])
  const steps = work?.run.steps.filter(({ done }) => done !== null) ?? []
  if (steps.length > 0) {
    paper.together(60).text('Steps', { weight: 'bold', size: 12, gap: 2 }).row(['Step', 'torque', 'when', 'who'], [310, 385, 483], { size: 9, weight: 'bold' }).rule()
    for (const { step, done } of steps) {
      const { torque, note, deviation } = done!.content
      paper.row([stepWords(step.words, step.place), torque ? `${torque.nm} N.m` : '', format(new Date(done!.at), 'd MMM HH:mm'), nameOf(done!.person)], [310, 385, 483], { size: 9.5 })
      if (note) paper.text(note, { size: 9, faint: true, gap: 1 })
      if (deviation) paper.text(`${DEVIATION_WORDS[deviation.kind]}: ${deviation.reason}`, { size: 9, weight: 'bold', gap: 1 })
    }
  }
  return paper.bytes()
}
