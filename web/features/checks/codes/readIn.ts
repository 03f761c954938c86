import type { Report } from '@anklet/core/reasoning/codes'
import { readReport, readReportTable } from '@anklet/core/reasoning/codes'
import Papa from 'papaparse'

/**
 * A report of any tool’s, pasted or out of a file: a table where its header names a column of
 * codes, lines of text otherwise.
 */
export function readIn(text: string): Report {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: 'greedy',
  })
  const wide = data.filter((row) => row.length > 1).length > data.length / 2
  return (wide ? readReportTable(data) : null) ?? readReport(text)
}
