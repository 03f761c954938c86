/** What was seen and heard at the relay. */
export interface RelayCheck {
  /** Current with the pump asked for, and with nothing asked, A; null: not measured. */
  readonly askedA: number | null
  readonly restA: number | null
  readonly clicks: boolean | null
}

/** What that speaks for. */
export type RelayVerdict =
  'works' | 'welded' | 'relayDead' | 'noCurrent' | 'pumpSeized' | 'cannotTell'

/** Less than this is no pump running, A. */
const NO_CURRENT_A = 1
/** A motor that does not turn draws more than any that does, A. */
const SEIZED_A = 60

/** Whether relay and pump do what they are asked. */
export function judgeRelay({ askedA, restA, clicks }: RelayCheck): RelayVerdict {
  if (restA !== null && restA > NO_CURRENT_A) return 'welded'
  if (askedA === null) return clicks === false ? 'relayDead' : 'cannotTell'
  if (askedA >= SEIZED_A) return 'pumpSeized'
  if (askedA > NO_CURRENT_A) return restA === null ? 'cannotTell' : 'works'
  return clicks === false ? 'relayDead' : clicks ? 'noCurrent' : 'cannotTell'
}
