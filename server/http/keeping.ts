import { Router } from 'express'
import { KeepingQuery } from '@anklet/contract'
import { pastTime } from '../domains/privacy/keeping.ts'
import { checkOf } from '../kernel/validation.ts'
import type { Database } from '../store/database.ts'

const checkAsked: (asked: unknown) => asserts asked is KeepingQuery = checkOf(KeepingQuery, {
  fromText: true,
})

/** What would be past its time: asked before a shop sets how long it keeps things. */
export const keepingRoutes = (db: Database): Router =>
  Router().get('/keeping', async (req, res) => {
    const asked: unknown = { ...req.query }
    checkAsked(asked)
    const { ownerYears, doorMonths } = asked
    const keeping = { ownerYears: ownerYears || null, doorMonths: doorMonths || null }
    res.json(await pastTime(db, keeping, new Date()))
  })
