import type { Role } from '@anklet/contract'
import { ROLES } from '@anklet/contract'
import request from 'supertest'
import { describe, expect, test, vi } from 'vitest'
import type { TestBench } from '../../test/bench.ts'
import { benchOfFile } from '../../test/bench.ts'
import { noisePicture } from '../../test/picture.ts'
import { openTestJob } from '../../test/records.ts'
import { SignedIn } from '../../test/signedIn.ts'

const bench = benchOfFile()
const PIN = '740283'

let lead: SignedIn
const people = new Map<Role, SignedIn>()

/** The bench as the lead uses it. */
const asLead = (): TestBench => ({
  ...bench,
  send: lead.send.bind(lead),
  get: lead.get.bind(lead),
  post: lead.post.bind(lead),
})

describe('before the first PIN', () => {
  test('everybody signs by name, as on one machine', async () => {
    const { body } = await bench.get('/api/session')
    expect(body).toMatchObject({ accounts: false, me: null, atMachine: true })
    await bench.get('/api/people').expect(200)
  })

  test.each(['123456', '654321', '111111', '121212', 'ab1', 'T. Tester'])(
    '%s is easy to guess',
    async (secret) => {
      const { status, body } = await bench.post('/api/accounts/first', {
        personId: bench.person,
        secret,
        device: 'd',
      })
      expect(status).toBe(422)
      expect(body).toMatchObject({ code: 'secretWeak' })
    },
  )

  test('it is given at the machine itself only', async () => {
    const { body } = await bench
      .post('/api/accounts/first', { personId: bench.person, secret: PIN, device: 'd' })
      .set('x-forwarded-for', '10.0.0.7')
    expect(body).toMatchObject({ code: 'atMachineOnly' })
  })

  test('it makes its holder the lead, signs them in, and from then on everybody signs in', async () => {
    const answer = await bench.post('/api/accounts/first', {
      personId: bench.person,
      secret: PIN,
      device: 'd',
    })
    expect(answer.status).toBe(200)
    expect(answer.body).toMatchObject({ accounts: true, me: { role: 'lead', name: 'T. Tester' } })
    expect(answer.get('set-cookie')?.[0]).toMatch(/HttpOnly; SameSite=Strict/)
    lead = new SignedIn(bench.app, answer, bench.person)
    people.set('lead', lead)
    await bench.get('/api/people').expect(401)
    const { body } = await bench.post('/api/accounts/first', {
      personId: bench.person,
      secret: PIN,
      device: 'd',
    })
    expect(body).toMatchObject({ code: 'leadThere' })
  })
})

describe('whoever is not signed in', () => {
  test.each([
    '/api/jobs',
    '/api/bundle',
    '/api/backups',
    '/api/devices',
    '/api/nothing',
    '/api/audit',
  ])('reads nothing of %s', async (path) => {
    const { status, body } = await bench.get(path)
    expect(status).toBe(401)
    expect(body).toMatchObject({ code: 'signInNeeded' })
  })

  test('writes nothing, whoever they say they are', async () => {
    await bench.send('person.add', { personId: crypto.randomUUID(), name: 'X' }).expect(401)
    await bench.post('/api/calc/equilibrium', {}).expect(401)
  })

  test('a cookie that is nobody’s is none', async () => {
    await bench.get('/api/jobs').set('cookie', 'anklet=made-up').expect(401)
  })

  test('an adapter shows the key of the shop', async () => {
    const { body } = await bench.post('/api/adapters', {})
    expect(body).toMatchObject({ code: 'adapterKeyWrong' })
    const { status } = await bench.post('/api/adapters', {}).set('x-anklet-key', 'key of the tests')
    expect(status).toBe(400)
  })
})

describe('whoever is signed in', () => {
  test('is named by the session, never by what was sent', async () => {
    const mate = crypto.randomUUID()
    await lead.send('person.add', { personId: mate, name: 'A. Mate' }).expect(200)
    const other = await lead.send('person.role', { personId: mate, role: 'lead' }, { person: mate })
    expect(other.status).toBe(403)
    expect(other.body).toMatchObject({ code: 'otherPerson' })
    expect((other.body as { detail: string }).detail).toContain('A. Mate')
  })

  test('changes nothing from a page that does not know their session', async () => {
    const { body } = await request(bench.app)
      .post('/api/commands')
      .set('cookie', lead.cookie)
      .send({})
    expect(body).toMatchObject({ code: 'pageUnknown' })
  })

  test.each(ROLES.filter((role) => role !== 'lead'))(
    '%s comes in by name and PIN',
    async (role) => {
      const personId = crypto.randomUUID()
      await lead.send('person.add', { personId, name: `The ${role}`, role }).expect(200)
      await lead.post('/api/accounts/secret', { personId, secret: `${PIN}${role}`, own: null })
      const answer = await bench.post('/api/session', {
        name: ` the ${role} `,
        secret: `${PIN}${role}`,
        device: 'tablet',
      })
      expect(answer.status).toBe(200)
      people.set(role, new SignedIn(bench.app, answer, personId))
      expect(answer.body).toMatchObject({ me: { id: personId, role } })
    },
  )

  test.each([
    ['technician', 'person.role'],
    ['apprentice', 'person.role'],
    ['desk', 'person.role'],
    ['technician', 'shop.change'],
  ] as const)('a %s does not give %s', async (role, type) => {
    const who = people.get(role)!
    const payload =
      type === 'person.role'
        ? { personId: who.personId, role: 'lead' }
        : { name: 'Mine', units: { length: 'mm', pressure: 'bar', temperature: 'degC' } }
    const { status, body } = await who.send(type, payload as never)
    expect(status).toBe(403)
    expect(body).toMatchObject({ code: 'notYourRole' })
  })

  test.each(['technician', 'apprentice', 'desk'] as const)(
    'a %s takes no backup, no whole shop, no audit, and sets nobody else’s PIN',
    async (role) => {
      const who = people.get(role)!
      await who.get('/api/bundle').expect(403)
      await who.get('/api/audit').expect(403)
      await who.get('/api/audit.csv').expect(403)
      await who.get('/api/backups/files/x.anklet').expect(403)
      await who.post('/api/backups', {}).expect(403)
      const { body } = await who.post('/api/accounts/secret', {
        personId: lead.personId,
        secret: '998877aa',
        own: null,
      })
      expect(body).toMatchObject({ code: 'notYourRole' })
    },
  )

  test('the last lead with a PIN stays one, and keeps the PIN', async () => {
    const role = await lead.send('person.role', { personId: lead.personId, role: 'desk' })
    expect(role.body).toMatchObject({ code: 'lastLead' })
    const drop = await lead.post('/api/accounts/drop', { personId: lead.personId })
    expect(drop.body).toMatchObject({ code: 'lastLead' })
  })

  test('sets their own PIN by showing the present one', async () => {
    const who = people.get('technician')!
    const wrong = await who.post('/api/accounts/secret', {
      personId: who.personId,
      secret: '880011zz',
      own: 'not it',
    })
    expect(wrong.body).toMatchObject({ code: 'signInWrong' })
    await who
      .post('/api/accounts/secret', {
        personId: who.personId,
        secret: '880011zz',
        own: `${PIN}technician`,
      })
      .expect(200)
    await who.get('/api/jobs').expect(200)
  })

  test('signs out, and a new role counts at once', async () => {
    const who = people.get('desk')!
    await lead.send('person.role', { personId: who.personId, role: 'lead' }).expect(200)
    await who.get('/api/audit').expect(200)
    await lead.send('person.role', { personId: who.personId, role: 'desk' }).expect(200)
    await who.get('/api/audit').expect(403)
    await who.post('/api/session/end', {}).expect(200)
    await who.get('/api/jobs').expect(401)
  })

  test('a PIN taken away ends their sessions', async () => {
    const who = people.get('apprentice')!
    await who.get('/api/jobs').expect(200)
    await lead.post('/api/accounts/drop', { personId: who.personId }).expect(200)
    await who.get('/api/jobs').expect(401)
    const again = await lead.post('/api/accounts/drop', { personId: who.personId })
    expect(again.body).toMatchObject({ code: 'noAccount' })
  })
})

describe('wrong tries', () => {
  const signIn = (name: string, secret: string) =>
    bench.post('/api/session', { name, secret, device: 'd' })

  test('a name that is nobody’s is refused like a wrong PIN, and waits like one', async () => {
    const codes: unknown[] = []
    for (let i = 0; i < 6; i++)
      codes.push(((await signIn('Nobody', 'wrong1')).body as { code: unknown }).code)
    expect(codes).toEqual([...Array<string>(5).fill('signInWrong'), 'tooManyTries'])
  })

  test('many at once count as many; then even the right one waits, and nobody else does', async () => {
    await lead
      .post('/api/accounts/secret', {
        personId: people.get('desk')!.personId,
        secret: 'desk-4711',
        own: null,
      })
      .expect(200)
    await Promise.all(Array.from({ length: 6 }, () => signIn('The desk', 'wrong1')))
    const right = await signIn('The desk', 'desk-4711')
    expect(right.status).toBe(429)
    expect((right.body as { detail: string }).detail).toMatch(/Try again in \d+ seconds/)
    await signIn('T. Tester', PIN).expect(200)
    const accounts = await lead.get('/api/accounts')
    expect(accounts.body).toContainEqual(
      expect.objectContaining({
        personId: people.get('desk')!.personId,
        waitsUntil: expect.any(String) as unknown,
      }),
    )
  })

  test('a lead’s new PIN for them lets them in at once', async () => {
    const desk = people.get('desk')!.personId
    await lead.post('/api/accounts/secret', { personId: desk, secret: 'desk-4712', own: null })
    await signIn('The desk', 'desk-4712').expect(200)
  })
})

describe('a lead’s word at somebody else’s tablet', () => {
  const approve = (commandId: string, jobId: string, agreement: string) =>
    people
      .get('technician')!
      .send(
        'work.record',
        {
          entryId: crypto.randomUUID(),
          jobId,
          content: { kind: 'approved', of: crypto.randomUUID(), words: '' },
        },
        { id: commandId, person: lead.personId },
      )
      .set('x-anklet-agreed', agreement)
  const ask = (personId: string, secret: string, commandId: string) =>
    people.get('technician')!.post('/api/session/agreement', { personId, secret, commandId })
  const agreementOf = async (commandId: string): Promise<string> => {
    const { body } = await ask(lead.personId, PIN, commandId).expect(200)
    return (body as { agreement: string }).agreement
  }

  test('is given by their own PIN, and only by a lead', async () => {
    const commandId = crypto.randomUUID()
    expect((await ask(lead.personId, 'wrong1', commandId)).body).toMatchObject({
      code: 'signInWrong',
    })
    const mate = people.get('technician')!.personId
    expect((await ask(mate, '880011zz', commandId)).body).toMatchObject({ code: 'notYourRole' })
  })

  test('holds for the one command it was given for, in that session', async () => {
    const { jobId } = await openTestJob(asLead())
    const commandId = crypto.randomUUID()
    const agreement = await agreementOf(commandId)
    const other = await approve(crypto.randomUUID(), jobId, agreement)
    expect(other.body).toMatchObject({ code: 'agreementNeeded' })
    expect((await approve(commandId, jobId, '')).body).toMatchObject({ code: 'agreementNeeded' })
    const elsewhere = await lead
      .send(
        'work.record',
        {
          entryId: crypto.randomUUID(),
          jobId,
          content: { kind: 'approved', of: crypto.randomUUID(), words: '' },
        },
        { id: commandId },
      )
      .set('x-anklet-agreed', agreement)
    expect(elsewhere.body).toMatchObject({ code: 'agreementNeeded' })
    // It gets as far as the work itself, of which there is none.
    expect((await approve(commandId, jobId, agreement)).body).toMatchObject({ code: 'planMissing' })
  })

  test('is over two minutes later', async () => {
    const { jobId } = await openTestJob(asLead())
    const commandId = crypto.randomUUID()
    const agreement = await agreementOf(commandId)
    vi.useFakeTimers({ now: Date.now() + 121_000, toFake: ['Date'] })
    try {
      expect((await approve(commandId, jobId, agreement)).body).toMatchObject({
        code: 'agreementNeeded',
      })
    } finally {
      vi.useRealTimers()
    }
  })
})

describe('the audit', () => {
  test('tells who did what from where, newest first, and is searched by words', async () => {
    await openTestJob(asLead())
    const all = await lead.get('/api/audit')
    expect(all.body).toMatchObject({ more: false })
    const { rows } = all.body as { rows: { at: string; what: string; name: string }[] }
    expect(rows.map(({ at }) => at)).toEqual(
      rows
        .map(({ at }) => at)
        .toSorted()
        .toReversed(),
    )
    const what = rows.map((row) => row.what)
    for (const each of ['firstPin', 'signInRefused', 'pinDropped', 'person.role', 'job.open'])
      expect(what).toContain(each)
    const found = await lead.get('/api/audit?words=opened%20tester')
    const opened = (found.body as { rows: { what: string; address: string }[] }).rows
    expect(opened.length).toBeGreaterThan(0)
    expect(new Set(opened.map((row) => row.what))).toEqual(new Set(['job.open']))
    expect(opened[0]?.address).toMatch(/127\.0\.0\.1/)
  })

  test('comes out as a table in which nothing is a formula, and that is noted', async () => {
    await lead
      .send('person.add', { personId: crypto.randomUUID(), name: '=SUM(A1)' }, {})
      .expect(200)
    await bench.post('/api/session', { name: '=SUM(A1)', secret: 'x', device: 'd' }).expect(403)
    const { text, headers } = await lead.get('/api/audit.csv?words=refused')
    expect(headers['content-type']).toContain('text/csv')
    expect(text).toContain("'=SUM(A1)")
    expect(text.split('\r\n')[0]).toBe('when,who,what,more,car,device,address,id')
    await expect
      .poll(async () => (await lead.get('/api/audit?words=table')).text)
      .toContain('auditTaken')
  })

  test('a page at a time', async () => {
    const first = await lead.get('/api/audit?size=2')
    const second = await lead.get('/api/audit?size=2&page=1')
    const idsOf = (body: unknown) => (body as { rows: { id: string }[] }).rows.map(({ id }) => id)
    expect(first.body).toMatchObject({ more: true })
    expect(new Set([...idsOf(first.body), ...idsOf(second.body)]).size).toBe(4)
  })
})

test('a photo is asked for anew where people sign in: the next person may not see it', async () => {
  const { jobId } = await openTestJob(asLead())
  const photoId = crypto.randomUUID()
  const picture = noisePicture(100).toString('base64')
  await lead.send('photo.add', { photoId, jobId, caption: '', picture }).expect(200)
  const { headers } = await lead.get(`/api/photos/${photoId}`).expect(200)
  expect(headers['cache-control']).toBe('private, no-cache')
  await bench.get(`/api/photos/${photoId}`).expect(401)
})
