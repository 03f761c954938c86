import { Router } from 'express'
import { toString as drawCode } from 'qrcode'
import type { ShareState } from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'

/** How a server is shared on its network. */
export interface Sharing {
  /** Addresses to open, the likeliest first. */
  readonly addresses: readonly string[]
  /** The certificate phones are told to trust; null: they know whose it is. */
  readonly authority: string | null
  /** Its print, to compare. */
  readonly print: string
}

const drawn = async (address: string): Promise<{ address: string; code: string }> => ({
  address,
  code: await drawCode(address, { type: 'svg', margin: 2 }),
})

/** How other tablets reach this server, and how they are told to trust it. */
export function shareRoutes(sharing: Sharing | null): Router {
  return Router()
    .get('/share', async (_req, res) => {
      const state: ShareState = {
        shared: sharing !== null,
        addresses: await Promise.all((sharing?.addresses ?? []).map(drawn)),
        ownAuthority: typeof sharing?.authority === 'string',
        print: sharing?.print ?? null,
      }
      res.json(state)
    })
    .get('/share/authority.crt', (_req, res) => {
      if (!sharing?.authority) throw new AppError('notFound', { what: 'certificate' })
      res.attachment('anklet.crt').type('application/x-x509-ca-cert').send(sharing.authority)
    })
}
