import { Router } from 'express'
import { RestoreRequest } from '@anklet/contract'
import type { Static } from '@sinclair/typebox'
import type { Backups } from '../domains/backups/backups.ts'
import { checkOf } from '../kernel/validation.ts'

const checkRestore: (body: unknown) => asserts body is Static<typeof RestoreRequest> =
  checkOf(RestoreRequest)

/** Backups: what there is, make one, put one back, take one away and bring one. */
export function backupRoutes(backups: Backups): Router {
  const router = Router()
  router.get('/', async (_req, res) => void res.json(await backups.read()))
  router.post('/', async (_req, res) => void res.json(await backups.start()))
  router.post('/restore', async (req, res) => {
    const body: unknown = req.body
    checkRestore(body)
    res.json(await backups.restore(body.name))
  })
  router.get('/files/:name', async (req, res) => {
    const { name } = req.params
    res.download(await backups.fileOf(name), name)
  })
  router.post('/files', async (req, res) => void res.json(await backups.take(req)))
  return router
}
