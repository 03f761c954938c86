import { Router } from 'express'
import type { ShopBundle as Bundle } from '@anklet/contract'
import { ShopBundle } from '@anklet/contract'
import { checkOf } from '../kernel/validation.ts'
import { checkBundleVersion, takeBundle } from '../domains/exchange/commands.ts'
import type { Changes } from '../kernel/changes.ts'
import type { Database } from '../store/database.ts'

const checkBundle: (body: unknown) => asserts body is Bundle = checkOf(ShopBundle)

/** POST /api/bundle: a whole shop out of a file. */
export function bundleRoutes(
  db: Database,
  { changes, isShared }: { readonly changes: Changes; readonly isShared: boolean },
): Router {
  return Router().post('/', async (req, res) => {
    const body: unknown = req.body
    checkBundleVersion(body)
    checkBundle(body)
    const outcome = await takeBundle(db, body, isShared)
    changes.tell({ type: 'bundle', jobId: null, device: '' })
    res.json(outcome)
  })
}
