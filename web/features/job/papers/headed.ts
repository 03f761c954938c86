import type { Vehicle } from '@anklet/contract'
import { format } from 'date-fns'
import type { PaperHead, PaperSection } from './ownerPaper.ts'
import type { Paper } from './pdfPaper.ts'
import { simulatedWords } from '@anklet/language/plain/simulated'

/** Which car a paper is about, and whether it is simulated. @param car its type and VIN */
export const carLine = (vehicle: Pick<Vehicle, 'plate' | 'simulated'>, car: string): string => {
  const words = simulatedWords(vehicle)
  return `${vehicle.plate}, ${car}${words && `. ${words}`}`
}

/** Begins a paper with the shop, its title, the car, the day and who signs. */
export const headed = (
  paper: Paper,
  { title, shop, plate, car, simulated, at, by }: PaperHead,
): Paper =>
  paper
    .text(shop, { size: 12, weight: 'bold', gap: 12 })
    .text(title, { size: 22, weight: 'bold', gap: 6 })
    .text(carLine({ plate, simulated }, car))
    .text(`${format(new Date(at), 'd MMMM yyyy')}, ${by}`, { faint: true, gap: 10 })

/** Headings with their lines; what has no lines is left out. */
export function sections(paper: Paper, of: readonly PaperSection[]): void {
  for (const { title, lines } of of) {
    if (lines.length === 0) continue
    paper.together(40).text(title, { weight: 'bold', size: 12, gap: 1 })
    for (const line of lines) paper.text(line, { gap: 2 })
    paper.space(7)
  }
}
