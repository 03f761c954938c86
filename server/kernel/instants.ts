/** A moment as PostgreSQL writes it, as RFC 3339 in UTC. */
export const iso = (moment: string): string => new Date(moment).toISOString()

/** The same for a moment that may not have come yet. */
export const isoOrNull = (moment: string | null): string | null =>
  moment === null ? null : iso(moment)

/** A row with its person and moment as they are told. */
export const signed = <Row extends { at: string; personId: string }>({
  personId,
  at,
  ...row
}: Row) => ({ ...row, person: personId, at: iso(at) })
