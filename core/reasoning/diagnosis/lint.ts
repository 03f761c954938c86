import type { BookCheck, BookRow, KnowledgeBook } from './book.ts'
import { OFTEN } from './book.ts'
import { twice } from './knowledge.ts'

/** Something in a book of knowledge that cannot be right: where, and what. */
export interface BookFault {
  /** Which entry: `checks/soapSpring`. */
  readonly at: string
  readonly code:
    | 'twice'
    | 'unknownCause'
    | 'unknownOutcome'
    | 'wordForMany'
    | 'overOne'
    | 'tellsNothing'
    | 'neverFound'
    | 'oneOutcome'
  readonly what: string
}

function faultsOfRow(row: BookRow, { outcomes }: BookCheck, at: string): BookFault[] {
  if (typeof row === 'string')
    return outcomes.length === 2 ? [] : [{ at, code: 'wordForMany', what: row }]
  const known = outcomes.map(({ id }) => id)
  const strange = Object.keys(row)
    .filter((id) => !known.slice(1).includes(id))
    .map((what): BookFault => ({ at, code: 'unknownOutcome', what }))
  const sum = known
    .slice(1)
    .reduce(
      (total, id) => total + (row[id] ? OFTEN[row[id]][1] : OFTEN.never[1] / (known.length - 1)),
      0,
    )
  return sum > 1 ? [...strange, { at, code: 'overOne', what: sum.toFixed(2) }] : strange
}

function faultsOfCheck(check: BookCheck, causes: ReadonlySet<string>): BookFault[] {
  const at = `checks/${check.id}`
  const different = check.rows.some(
    ({ row }) => JSON.stringify(row) !== JSON.stringify(check.otherwise),
  )
  return [
    ...(check.outcomes.length < 2
      ? [{ at, code: 'oneOutcome', what: check.id } satisfies BookFault]
      : []),
    ...twice(check.outcomes.map(({ id }) => id)).map((what): BookFault => ({
      at,
      code: 'twice',
      what,
    })),
    ...check.rows.flatMap((row) =>
      row.causes
        .filter((cause) => !causes.has(cause))
        .map((what): BookFault => ({ at, code: 'unknownCause', what })),
    ),
    ...(['same', 'mate', 'away'] as const).flatMap((where) =>
      twice(
        check.rows.filter((row) => (row.at ?? 'same') === where).flatMap((row) => row.causes),
      ).map((what): BookFault => ({ at, code: 'twice', what })),
    ),
    ...[check.otherwise, ...check.rows.map(({ row }) => row)].flatMap((row) =>
      faultsOfRow(row, check, at),
    ),
    ...(different ? [] : [{ at, code: 'tellsNothing', what: check.id } satisfies BookFault]),
  ]
}

/**
 * What is wrong with a book of knowledge: names twice or unknown, chances over one, checks that
 * tell nothing, causes nothing finds.
 */
export function lintBook({ causes, compounds, checks }: KnowledgeBook): BookFault[] {
  const known = new Set(causes.map(({ id }) => id))
  const named = new Set(
    checks
      .filter(({ group }) => group !== 'complaint')
      .flatMap(({ rows }) => rows.flatMap((row) => row.causes)),
  )
  return [
    ...twice([...causes, ...compounds].map(({ id }) => id)).map((what): BookFault => ({
      at: `causes/${what}`,
      code: 'twice',
      what,
    })),
    ...twice(checks.map(({ id }) => id)).map((what): BookFault => ({
      at: `checks/${what}`,
      code: 'twice',
      what,
    })),
    ...compounds.flatMap(({ id, of }) =>
      of
        .filter((cause) => !known.has(cause))
        .map((what): BookFault => ({ at: `compounds/${id}`, code: 'unknownCause', what })),
    ),
    ...checks.flatMap((check) => faultsOfCheck(check, known)),
    ...causes
      .filter(({ id, anything }) => !named.has(id) && !anything)
      .map(({ id }): BookFault => ({ at: `causes/${id}`, code: 'neverFound', what: id })),
  ]
}
