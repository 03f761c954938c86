import { WALK } from '@anklet/core/base/vehicle'
import { headed, sections } from './headed.ts'
import { Paper } from './pdfPaper.ts'
import type { RecordPaper } from './recordPaper.ts'

const ROUND_COLUMNS = [270, 320, 370, 420, 483] as const
const STEP_COLUMNS = [310, 385, 483] as const

/** The paper for the file as PDF. */
export async function recordBytes(of: RecordPaper): Promise<Uint8Array> {
  const paper = headed(await Paper.begin(`Record of ${of.plate}`), of)
  sections(paper, of.opening)
  const { rows, lengthUnit, temperatureUnit } = of.rounds
  if (rows.length > 0) {
    paper
      .together(60)
      .text(`Rounds, ${lengthUnit}`, { weight: 'bold', size: 12, gap: 2 })
      .row(['When, level, way', ...WALK, temperatureUnit], ROUND_COLUMNS, {
        size: 9,
        weight: 'bold',
      })
      .rule()
    for (const row of rows) paper.row(row, ROUND_COLUMNS, { size: 9.5 })
    paper.space(8)
  }
  for (const { title, lines } of of.calibrations) {
    paper.together(70).text(title, { weight: 'bold', size: 12, gap: 2 })
    for (const line of lines) paper.text(line, { size: 9.5, gap: 1 })
    paper.space(6)
  }
  sections(paper, of.rest)
  if (of.steps.length > 0) {
    paper
      .together(60)
      .text('Steps', { weight: 'bold', size: 12, gap: 2 })
      .row(['Step', 'torque', 'when', 'who'], STEP_COLUMNS, { size: 9, weight: 'bold' })
      .rule()
    for (const { cells, note, deviation } of of.steps) {
      paper.row(cells, STEP_COLUMNS, { size: 9.5 })
      if (note) paper.text(note, { size: 9, faint: true, gap: 1 })
      if (deviation) paper.text(deviation, { size: 9, weight: 'bold', gap: 1 })
    }
  }
  return paper.bytes()
}
