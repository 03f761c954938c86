import { isIPv6 } from 'node:net'

/** An address to open in a browser. */
export function addressFor({
  host,
  port,
  secure,
}: {
  readonly host: string
  readonly port: number
  readonly secure: boolean
}): string {
  return `http${secure ? 's' : ''}://${isIPv6(host) ? `[${host}]` : host}:${port}`
}
