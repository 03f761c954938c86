// Apart from the schemas that use them: a page says what they mean, and needs no maker of schemas.

/** A moment of the years that a shop's record speaks of, as its database can keep it. */
export const INSTANT_PATTERN =
  '^20\\d\\d-\\d\\d-\\d\\dT\\d\\d:\\d\\d:[0-5]\\d(\\.\\d{1,9})?(Z|[+-]\\d\\d:\\d\\d)$'
/** A car's first day may be of the last century. */
export const DAY_PATTERN = '^(19|20)'

/** A torque that a person may mean, N.m. */
export const TORQUE_NM = { least: 0.1, most: 2000 } as const
