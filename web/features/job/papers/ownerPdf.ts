import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { format } from 'date-fns'
import { jpegNoLongerThan } from '../../../client/workers/jpeg.ts'
import { headed, sections } from './headed.ts'
import type { OwnerPaper, Stood } from './ownerPaper.ts'
import { openingOf, restOf } from './ownerPaper.ts'
import { Paper } from './pdfPaper.ts'
import { drawStrip } from './stripPdf.ts'

/** Longest side of a picture on paper, px: some 240 mm at 100 dpi. */
const LONGEST_PX = 900
const QUALITY = 0.7

/** @returns null where it cannot be had or read: the paper comes without it, and says so */
async function pictureOf(id: string): Promise<Uint8Array | null> {
  try {
    const answer = await fetch(`/api/photos/${id}`)
    return answer.ok ? await jpegNoLongerThan(await answer.blob(), LONGEST_PX, QUALITY) : null
  } catch {
    return null
  }
}

function stood(paper: Paper, { before, after }: OwnerPaper, units: DisplayUnits): void {
  if (!before && !after) return
  paper.together(230).text('How it stood', { weight: 'bold', size: 12, gap: 1 })
  const told = ({ at, how, temperatureC }: Stood): string =>
    `${format(new Date(at), 'd MMMM yyyy, HH:mm')} at ` +
    `${formatQuantity(temperatureC, 'temperature', units)} ` +
    `${UNIT_LABEL[units.temperature]}, ${how}`
  paper.text(
    `Heights in ${UNIT_LABEL[units.length]}, around the car. ` +
      [
        before ? `Before, ${told(before)}: thin and dashed` : '',
        after ? `after, ${told(after)}: thick` : '',
      ]
        .filter(Boolean)
        .join('; ') +
      '.' +
      ((after ?? before)?.band ? ' The grey bar is what the maker allows.' : ''),
    { size: 9, faint: true, gap: 6 },
  )
  drawStrip(paper, before, after, units)
  paper.space(8)
}

/**
 * What the owner takes home as PDF: said, found, heights before and after, done, not done, what to
 * watch. `photosLeft` counts those chosen that could not be had or read.
 */
export async function ownerBytes(
  of: OwnerPaper,
  units: DisplayUnits,
): Promise<{ readonly bytes: Uint8Array; readonly photosLeft: number }> {
  const [begun, photos] = await Promise.all([
    Paper.begin(`Handover of ${of.plate}`),
    Promise.all(of.photos.map(async ({ id, words }) => ({ bytes: await pictureOf(id), words }))),
  ])
  const paper = headed(begun, of)
  sections(paper, openingOf(of))
  stood(paper, of, units)
  sections(paper, restOf(of))
  if (of.torques.length > 0) {
    paper.together(60).text('Torques as they were set', { weight: 'bold', size: 12, gap: 2 })
    for (const { words, set } of of.torques) paper.row([words, set], [483])
    paper.space(8)
  }
  const kept = photos.flatMap(({ bytes, words }) => (bytes ? [{ bytes, words }] : []))
  if (kept.length > 0) {
    paper.together(220).text('Photos', { weight: 'bold', size: 12, gap: 4 })
    await paper.pictures(kept)
  }
  paper
    .together(60)
    .space(28)
    .rule()
    .text('Handed over to: name, date, signature', { size: 9, faint: true })
  return { bytes: await paper.bytes(), photosLeft: photos.length - kept.length }
}
