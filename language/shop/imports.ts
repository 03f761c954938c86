import type { TableFault } from '@anklet/core/measuring/exchange'

/** What is wrong with a line of a file, and what would be right. */
export function faultWords({
  code,
  column,
  cell,
}: Omit<TableFault, 'code' | 'line'> & { readonly code: TableFault['code'] | 'level' }): string {
  switch (code) {
    case 'noHeading':
      return 'The file has no heading. Its first line names the columns: plate, walked_at, FL_mm, FR_mm, RR_mm, RL_mm.'
    case 'columnMissing':
      return `There is no column ${column}.`
    case 'unknownUnit':
      return `The unit of "${column}" is not known. Heights in mm, cm, m or inch, temperatures in C or F.`
    case 'unknownColumn':
      return `The column "${column}" is not known and is left out.`
    case 'noPlate':
      return 'There is no plate.'
    case 'moment':
      return `"${cell}" is no date and time. Write 2026-11-24 18:30, or 24.11.2026 18:30.`
    case 'number':
      return `${column}: "${cell}" is not a number.`
    case 'height':
      return `${column}: a height of ${cell} cannot be.`
    case 'word':
      return `${column}: "${cell}" is not known.`
    case 'temperature':
      return `A temperature of ${cell} cannot be.`
    case 'loadKg':
      return `load_kg: "${cell}" cannot be: 1 to 5000 kg, and only where the load is "laden".`
    case 'lapTwice':
      return `Lap ${cell} of this round stands in the file twice.`
    case 'level':
      return `This vehicle type has no level called "${cell}".`
  }
}
