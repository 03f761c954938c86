import type { FaultCode } from './decode.ts'
import { codeText } from './decode.ts'
import type { ReportedCode } from './report.ts'

/** Codes of a module as they were read once. */
export interface Reading {
  readonly at: string
  readonly codes: readonly ReportedCode[]
}

/** A code over all readings of a vehicle. */
export interface CodeHistory extends FaultCode {
  readonly firstAt: string
  readonly lastAt: string
  /** Readings it was in, of those since it was first seen. */
  readonly times: number
  readonly of: number
  /** As it was in the newest reading; null: it was not in it any more. */
  readonly now: ReportedCode | null
  readonly newest: ReportedCode
}

/**
 * Every code ever read on a vehicle, those of the newest reading first, then by when they were
 * last seen.
 * @param readings in any order
 */
export function codeHistory(readings: readonly Reading[]): CodeHistory[] {
  const ordered = [...readings].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const newest = ordered.at(-1)
  const all = new Map<string, CodeHistory>()
  ordered.forEach(({ at, codes }, i) => {
    for (const code of codes) {
      const before = all.get(codeText(code))
      const firstAt = before?.firstAt ?? at
      all.set(codeText(code), {
        number: code.number,
        failureType: code.failureType,
        firstAt,
        lastAt: at,
        times: (before?.times ?? 0) + 1,
        of: before?.of ?? ordered.length - i,
        now: ordered[i] === newest ? code : null,
        newest: code,
      })
    }
  })
  return [...all.values()].sort(
    (a, b) =>
      Number(b.now !== null) - Number(a.now !== null) ||
      Date.parse(b.lastAt) - Date.parse(a.lastAt) ||
      codeText(a).localeCompare(codeText(b)),
  )
}
