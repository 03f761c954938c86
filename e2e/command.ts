/** A write as a tablet sends it; what is left out is filled in. */
export interface Sent {
  readonly type: string
  readonly person: string
  readonly payload: object
  readonly device?: string
  readonly baseVersion?: number | null
  /** When it was done; default: now. */
  readonly at?: Date | undefined
}

/** Sends a command to a running server. @returns its answer, a refusal too */
export const sendCommand = (
  address: string,
  { device = 'test', baseVersion = null, at = new Date(), ...sent }: Sent,
): Promise<Response> =>
  fetch(`${address}/api/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      id: crypto.randomUUID(),
      device,
      baseVersion,
      at: at.toISOString(),
      ...sent,
    }),
  })
