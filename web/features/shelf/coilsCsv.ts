import type { CoilEntry } from '@anklet/contract'
import { plainCell, safeCell } from '@anklet/core/measuring/exchange'
import Papa from 'papaparse'
import { parseNumber } from '../../kit/typed.ts'

const COLUMNS = {
  name: 'name',
  rateNPerMm: 'rate_N_per_mm',
  freeLengthMm: 'free_length_mm',
  solidLengthMm: 'solid_length_mm',
  cost: 'cost',
  leadDays: 'lead_days',
} as const
type Key = keyof typeof COLUMNS

/** The list of coils as a table. */
export const coilsCsv = (coils: readonly CoilEntry[]): string => {
  const keys = Object.keys(COLUMNS) as Key[]
  const data = coils.map((coil) =>
    keys.map((key) => (key === 'name' ? safeCell(coil.name) : coil[key])),
  )
  return `\uFEFF${Papa.unparse({ fields: Object.values(COLUMNS), data })}\r\n`
}

/** Coils out of a table: those that can be taken, and what is wrong with which line. */
export function readCoils(
  text: string,
  known: readonly CoilEntry[],
): { readonly coils: CoilEntry[]; readonly faults: string[] } {
  const {
    data: [headers = [], ...rows],
  } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' })
  const at = (key: Key): number =>
    headers.findIndex((header) => header.trim().toLowerCase() === COLUMNS[key].toLowerCase())
  const missing = (['name', 'rateNPerMm', 'freeLengthMm', 'solidLengthMm'] as const).filter(
    (key) => at(key) < 0,
  )
  if (missing.length > 0)
    return {
      coils: [],
      faults: [`The table has no column ${missing.map((key) => COLUMNS[key]).join(', ')}.`],
    }
  const [coils, faults]: [CoilEntry[], string[]] = [[], []]
  rows.forEach((cells, i) => {
    const cell = (key: Key): string => (at(key) < 0 ? '' : (cells[at(key)] ?? '').trim())
    const figure = (key: Key): number | null =>
      cell(key) === '' && (key === 'cost' || key === 'leadDays') ? 0 : parseNumber(cell(key))
    const name = plainCell(cell('name'))
    const [rateNPerMm, freeLengthMm, solidLengthMm, cost, leadDays] = [
      figure('rateNPerMm'),
      figure('freeLengthMm'),
      figure('solidLengthMm'),
      figure('cost'),
      figure('leadDays'),
    ]
    const line = `Line ${i + 2}`
    if (name === '' || name.length > 40)
      faults.push(`${line}: a coil needs a name of at most 40 letters.`)
    else if (
      rateNPerMm === null ||
      freeLengthMm === null ||
      solidLengthMm === null ||
      rateNPerMm <= 0 ||
      freeLengthMm <= 0 ||
      solidLengthMm <= 0
    )
      faults.push(`${line}: rate and lengths of ${name} must be figures above 0.`)
    else if (solidLengthMm >= freeLengthMm)
      faults.push(`${line}: ${name} would be longer solid than free.`)
    else if (
      cost === null ||
      cost < 0 ||
      leadDays === null ||
      !Number.isInteger(leadDays) ||
      leadDays < 0 ||
      leadDays > 730
    )
      faults.push(`${line}: price or days of ${name} cannot be.`)
    else if (coils.some((coil) => coil.name === name))
      faults.push(`${line}: ${name} is there twice.`)
    else
      coils.push({
        id: known.find((coil) => coil.name === name)?.id ?? crypto.randomUUID(),
        name,
        rateNPerMm,
        freeLengthMm,
        solidLengthMm,
        cost,
        leadDays,
      })
  })
  return { coils, faults }
}
