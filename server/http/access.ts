import type { Request, Response } from 'express'
import { Router } from 'express'
import type { Static, TSchema } from '@sinclair/typebox'
import type { SessionState } from '@anklet/contract'
import {
  AgreementRequest,
  AuditQuery,
  FirstAccount,
  NewSecret,
  PersonOnly,
  SignIn,
} from '@anklet/contract'
import { AppError } from '../kernel/appError.ts'
import { checkOf } from '../kernel/validation.ts'
import {
  dropAccount,
  listAccounts,
  makeFirstLead,
  personOf,
  setSecret,
  whoSigns,
} from '../domains/access/accounts.ts'
import { auditTable, noteAtDoor, readAudit } from '../domains/access/audit.ts'
import type { Who } from '../domains/access/sessions.ts'
import { agreementFor, endSession, openSession, whoHolds } from '../domains/access/sessions.ts'
import type { Database } from '../store/database.ts'
import { addressOf, fromOf, giveCookie, isAtMachine, whoIn, whoMust } from './admission.ts'

function bodyOf<Schema extends TSchema>(schema: Schema, req: Request): Static<Schema> {
  checkOf(schema)(req.body)
  return req.body as Static<Schema>
}

function stateOf(req: Request, who: Who | null, accounts: boolean): SessionState {
  return {
    accounts,
    atMachine: isAtMachine(req),
    me: who ? { id: who.id, name: who.name, role: who.role } : null,
    token: who?.pageToken ?? null,
    endsAt: who?.endsAt ?? null,
  }
}

const tryOf = (req: Request) => ({ address: addressOf(req), atMachine: isAtMachine(req) })

async function letIn(
  db: Database,
  req: Request,
  res: Response,
  { personId, device }: { readonly personId: string; readonly device: string },
): Promise<void> {
  const before = whoIn(res)
  if (before) await endSession(db, before)
  const token = await openSession(db, personId, { device, address: addressOf(req) })
  giveCookie(req, res, token)
  res.json(stateOf(req, await whoHolds(db, token), true))
}

function sessionRoutes(router: Router, db: Database): void {
  router.get('/session', (req, res) => {
    res.json(stateOf(req, whoIn(res), res.locals['accounts'] === true))
  })
  router.post('/session', async (req, res) => {
    const { name, secret, device } = bodyOf(SignIn, req)
    const from = { personId: null, device, address: addressOf(req) }
    try {
      const personId = await whoSigns(db, { ...tryOf(req), name }, secret)
      await noteAtDoor(db, 'signedIn', { ...from, personId })
      await letIn(db, req, res, { personId, device })
    } catch (thrown) {
      if (thrown instanceof AppError && thrown.code === 'signInWrong')
        await noteAtDoor(db, 'signInRefused', from, { words: name.trim() })
      throw thrown
    }
  })
  router.post('/session/end', async (req, res) => {
    const who = whoIn(res)
    if (who) {
      await noteAtDoor(db, 'signedOut', fromOf(req, res))
      await endSession(db, who)
    }
    giveCookie(req, res, null)
    res.json(stateOf(req, null, res.locals['accounts'] === true))
  })
  router.post('/session/agreement', async (req, res) => {
    const who = whoMust(res)
    const { personId, secret, commandId } = bodyOf(AgreementRequest, req)
    const { name, role } = await personOf(db, personId)
    const from = { ...fromOf(req, res), personId }
    try {
      await whoSigns(db, { ...tryOf(req), name }, secret)
    } catch (thrown) {
      await noteAtDoor(db, 'agreementRefused', from)
      throw thrown
    }
    if (role !== 'lead') throw new AppError('notYourRole', { role })
    await noteAtDoor(db, 'agreed', from, { words: who.name })
    res.json({ agreement: agreementFor(who, commandId, personId) })
  })
}

function accountRoutes(router: Router, db: Database): void {
  router.get('/accounts', async (_req, res) => void res.json(await listAccounts(db)))
  router.post('/accounts/first', async (req, res) => {
    const { personId, secret, device } = bodyOf(FirstAccount, req)
    if (!isAtMachine(req)) throw new AppError('atMachineOnly')
    await makeFirstLead(db, personId, secret)
    await noteAtDoor(db, 'firstPin', { personId, device, address: addressOf(req) })
    await letIn(db, req, res, { personId, device })
  })
  router.post('/accounts/secret', async (req, res) => {
    const asked = bodyOf(NewSecret, req)
    await setSecret(db, whoMust(res), tryOf(req), asked)
    const { name } = await personOf(db, asked.personId)
    await noteAtDoor(db, 'pinSet', fromOf(req, res), { words: name })
    res.json({})
  })
  router.post('/accounts/drop', async (req, res) => {
    const { personId } = bodyOf(PersonOnly, req)
    whoMust(res)
    await dropAccount(db, personId)
    const { name } = await personOf(db, personId)
    await noteAtDoor(db, 'pinDropped', fromOf(req, res), { words: name })
    res.json({})
  })
}

const checkAudit: (asked: unknown) => asserts asked is AuditQuery = checkOf(AuditQuery, {
  fromText: true,
})

function auditAsked(req: Request): AuditQuery {
  const asked: unknown = { ...req.query }
  checkAudit(asked)
  return asked
}

/** Who is in, who may come in, and who did what. */
export function accessRoutes(db: Database): Router {
  const router = Router()
  sessionRoutes(router, db)
  accountRoutes(router, db)
  router.get('/audit', async (req, res) => void res.json(await readAudit(db, auditAsked(req))))
  router.get('/audit.csv', async (req, res) => {
    const table = await auditTable(db, auditAsked(req))
    res.attachment('anklet-audit.csv').type('text/csv').send(table)
  })
  return router
}
