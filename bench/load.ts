// npm run bench:load -- [embedded | postgres | postgres2] [minutes] [quiet]: what a large shop and 200 people
// at once ask of it. Each person does something every three seconds; a backup and heavy calculations
// go on beside, unless it is to be quiet.
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { fork } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Agent, request } from 'undici'
import { hash } from '@node-rs/argon2'
import { seeded } from '@anklet/core/base/random'
import { SAMPLE_PARTS } from '@anklet/core/base/samples'
import type { Command, SessionState } from '@anklet/contract'
import { startPostgres } from '../scripts/postgres.mjs'
import { openRecords } from '../server/store/records.ts'
import { freePort } from '../server/trials/machine.ts'
import { carCommands, LEVEL, newJobIds, walk } from '../server/test/records.ts'
import { carryOut } from '../server/kernel/journal.ts'
import { HANDLERS } from '../server/domains/handlers.ts'
import { fillLarge, KIND, LARGE, nthId, OPEN_JOBS } from './loadData.ts'
import { askBare, tellLists } from './lists.ts'
import { peakMb, quantile } from './large.ts'
import { busySeconds, stolenSeconds } from './processes.ts'

const root = fileURLToPath(new URL('..', import.meta.url))
const built = join(root, 'server/dist')
const SECRET = 'quay-4711'
const EVERY_MS = 3000
const LONGEST_MS = 30_000
const ALONE = 10
const TRIES = 40
const STILL_MS = 20

type Place = 'embedded' | 'postgres' | 'postgres2'
const [place = 'embedded', minutes = '1', quiet] = process.argv.slice(2) as [
  Place?,
  string?,
  'quiet'?,
]

interface Running {
  readonly address: string
  readonly pid: number
  readonly seconds: number
  readonly child: ChildProcess
}

async function start(data: string, database: string | null): Promise<Running> {
  const port = await freePort()
  const began = performance.now()
  const child = fork(join(built, 'main.js'), [], {
    env: {
      ...process.env,
      PORT: String(port),
      ANKLET_DATA: data,
      ...(database === null ? {} : { DATABASE_URL: database }),
    },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  await new Promise((ready) => child.once('message', ready))
  const seconds = (performance.now() - began) / 1000
  return { address: `http://127.0.0.1:${port}`, pid: child.pid!, seconds, child }
}

const commandOf = (person: string, type: string, payload: object): Command =>
  ({
    id: crypto.randomUUID(),
    type,
    person,
    device: 'bench',
    at: new Date().toISOString(),
    baseVersion: null,
    payload,
  }) as Command

const openLarge = (data: string, database: string | null) =>
  openRecords({
    data,
    url: database,
    migrations: join(built, 'migrations'),
    template: join(built, 'template'),
  })

async function fill(data: string, database: string | null): Promise<void> {
  const opened = await openLarge(data, database)
  const person = crypto.randomUUID()
  const ids = newJobIds()
  const first = ['person.add', { personId: person, name: 'First' }] as const
  for (const [type, payload] of [first, ...carCommands(ids, 'LG FIRST')])
    await carryOut(opened.db, HANDLERS, commandOf(person, type, payload))
  await fillLarge(opened.db, LARGE, { typeId: ids.typeId, hash: await hash(SECRET) })
  await opened.close()
}

const agent = new Agent({ connections: 256, keepAliveTimeout: 60_000 })
const times = new Map<string, number[]>()
const faults = new Map<string, number>()
function note(asked: string, ms: number): void {
  const what = beside === null ? asked : `${asked}, beside ${beside}`
  const known = times.get(what)
  if (known) known.push(ms)
  else times.set(what, [ms])
}
const fail = (why: string): void => void faults.set(why, (faults.get(why) ?? 0) + 1)

interface Person {
  readonly id: string
  readonly address: string
  readonly cookie: string
  readonly token: string
  readonly role: string
}

const tryToSignIn = (name: string, secret: string, address: string) =>
  request(`${address}/api/session`, {
    dispatcher: agent,
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, secret, device: `tablet of ${name}` }),
  })

async function signIn(n: number, address: string): Promise<Person> {
  const { headers, body } = await tryToSignIn(`Person ${n}`, SECRET, address)
  const { me, token } = (await body.json()) as SessionState
  const [cookie = ''] = String(headers['set-cookie']).split(';')
  return { id: me!.id, address, cookie, token: token!, role: me!.role }
}

/** How long a refusal takes for a name that is there and for one that is not: nobody learns which is. */
async function tellRefusals(address: string): Promise<void> {
  const ms: Record<string, number[]> = { Person: [], Nobody: [] }
  // One try a name, in turns, so that nobody is made to wait.
  for (let n = 0; n < TRIES; n++)
    for (const [name, known] of Object.entries(ms)) {
      const began = performance.now()
      const { statusCode, body } = await tryToSignIn(`${name} ${n}`, 'wrong-4711', address)
      await body.dump()
      if (statusCode !== 403) throw new Error(`A wrong word was answered with ${statusCode}.`)
      known.push(performance.now() - began)
    }
  const words = Object.entries(ms).map(([name, all]) => {
    const [low, middle, high] = [0.1, 0.5, 0.9].map((share) => quantile(all, share).toFixed(0))
    return `${name === 'Person' ? 'a name that is there' : 'one that is not'} ${middle} ms (${low} to ${high})`
  })
  console.log(`\nRefused at the door, ${TRIES} tries each: ${words.join(', ')}.`)
}

async function call(person: Person, what: string, path: string, sent?: object): Promise<void> {
  const began = performance.now()
  try {
    const { statusCode, body } = await request(`${person.address}${path}`, {
      dispatcher: agent,
      method: sent ? 'POST' : 'GET',
      headers: {
        cookie: person.cookie,
        'content-type': 'application/json',
        'x-anklet-page': person.token,
      },
      ...(sent ? { body: JSON.stringify(sent) } : {}),
      headersTimeout: LONGEST_MS,
    })
    const text = await body.text()
    if (statusCode >= 400) fail(`${what} ${statusCode} ${text.slice(0, 120)}`)
  } catch (error) {
    fail(`${what} ${(error as Error).message}`)
  }
  note(what, performance.now() - began)
}

type Act = (person: Person, chance: () => number) => Promise<void>

const openJob = (chance: () => number): string =>
  nthId(KIND.job, LARGE.jobs - 1 - Math.floor(chance() * OPEN_JOBS))
const anyJob = (chance: () => number): string => nthId(KIND.job, Math.floor(chance() * LARGE.jobs))

function noteOn(who: Person, jobId: string): Promise<void> {
  const payload = { noteId: crypto.randomUUID(), jobId, from: 'person', title: 'Seen', lines: [] }
  return call(who, 'a note written', '/api/commands', commandOf(who.id, 'job.note', payload))
}

/** What people do, and how much of all they do it is: mostly looking, a third writing. */
const ACTS: readonly (readonly [share: number, act: Act])[] = [
  [0.2, (who, chance) => call(who, 'a job on the floor', `/api/jobs/${openJob(chance)}`)],
  [0.08, (who, chance) => call(who, 'any job', `/api/jobs/${anyJob(chance)}`)],
  [0.12, (who) => call(who, 'the floor', '/api/jobs')],
  [
    0.12,
    (who, chance) => {
      const words = ['', 'hissing', 'lg 004', 'complaint 99'][Math.floor(chance() * 4)]!
      const page = Math.floor(chance() * 5)
      const asked = new URLSearchParams({ words, page: String(page), size: '10' })
      return call(who, 'all jobs, searched', `/api/jobs/list?${asked.toString()}`)
    },
  ],
  [
    0.06,
    (who, chance) => {
      const id = nthId(KIND.vehicle, Math.floor(chance() * LARGE.vehicles))
      return call(who, 'a car', `/api/vehicles/${id}`)
    },
  ],
  [0.04, (who, chance) => call(who, 'evidence', `/api/jobs/${openJob(chance)}/evidence`)],
  [
    0.04,
    (who, chance) => {
      const words = `LG 0${Math.floor(chance() * 999)}`
      const asked = new URLSearchParams({ words, size: '24' })
      return call(who, 'cars, searched', `/api/vehicles/list?${asked.toString()}`)
    },
  ],
  [0.04, (who) => call(who, 'people', '/api/people')],
  [0.2, (who, chance) => noteOn(who, openJob(chance))],
  [
    0.1,
    (who, chance) => {
      // The desk walks no rounds.
      if (who.role === 'desk') return call(who, 'people', '/api/people')
      const payload = { jobId: openJob(chance), round: walk(LEVEL, new Date().toISOString()) }
      const round = commandOf(who.id, 'round.record', payload)
      return call(who, 'a round written', '/api/commands', round)
    },
  ],
]

/** What somebody does next. */
function act(person: Person, chance: () => number): Promise<void> {
  let left = chance()
  const found = ACTS.find(([share]) => (left -= share) < 0) ?? ACTS[0]!
  return found[1](person, chance)
}

/** Strategies followed through many futures: seconds of one processor, within what is reckoned at most. */
const HEAVY = {
  horizonYears: 10,
  discountRate: 0.04,
  samples: 80_000,
  seed: 1,
  labourPerHour: 95,
  parts: SAMPLE_PARTS,
  leak: { minutesPerDay: 40, normalMinutesPerDay: 5, daysBeforeRepair: 45 },
  strategies: ['single', 'pair', 'convert'],
}

/** What goes on beside the people, for which what they do then is counted apart. */
let beside: string | null = null
async function besideIt(words: string, heavy: () => Promise<void>): Promise<void> {
  beside = words
  const began = performance.now()
  await heavy()
  console.log(`${words}: ${((performance.now() - began) / 1000).toFixed(1)} s`)
  beside = null
}

const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

/** A backup, and heavy calculations one after the other, while people go on. */
async function disturb(lead: Person, seconds: number): Promise<void> {
  await wait(seconds * 300)
  await besideIt('a backup', async () => {
    await call(lead, 'backup begun', '/api/backups', {})
    for (;;) {
      // A connection that was idle may be gone when it is used: it is looked at again.
      const answer = await request(`${lead.address}/api/backups`, {
        dispatcher: agent,
        headers: { cookie: lead.cookie },
      }).catch(() => null)
      const told = (await answer?.body.json()) as { readonly doing: unknown } | undefined
      if (told?.doing === null) return
      await wait(250)
    }
  })
  await wait(seconds * 100)
  await besideIt('heavy calculations', async () => {
    for (let n = 0; n < 5; n++) await call(lead, 'calculation', '/api/calc/strategy', HEAVY)
  })
}

/** How long the load maker itself stood still at the longest, ms: then the machine did, not the server. */
function stoodStill(): () => number {
  let longest = 0
  let last = performance.now()
  const clock = setInterval(() => {
    const now = performance.now()
    longest = Math.max(longest, now - last - STILL_MS)
    last = now
  }, STILL_MS)
  return () => {
    clearInterval(clock)
    return longest
  }
}

/** Lists beside their bare queries. */
async function compare(person: Person, bare: Awaited<ReturnType<typeof askBare>>): Promise<void> {
  await tellLists(bare, {
    ask: (path) => call(person, path, path),
    write: () => noteOn(person, nthId(KIND.job, LARGE.jobs - 1)),
  })
  times.clear()
}

/** Each alone, one after the other: what it takes while nobody else asks. */
async function alone(person: Person): Promise<void> {
  const chance = seeded(7)
  for (const [, one] of ACTS) for (let i = 0; i < ALONE; i++) await one(person, chance)
  console.log('\nAlone:')
  tellTimes()
  times.clear()
}

async function live(person: Person, n: number, untilMs: number): Promise<void> {
  const chance = seeded(1000 + n)
  await new Promise((done) => setTimeout(done, chance() * EVERY_MS))
  while (Date.now() < untilMs) {
    const next = Date.now() + EVERY_MS * (0.5 + chance())
    await act(person, chance)
    await new Promise((done) => setTimeout(done, Math.max(0, next - Date.now())))
  }
}

function tellTimes(): void {
  const all = [...times.values()].flat()
  console.log(`\n| asked | times | p50, ms | p99, ms | longest, ms |\n|---|--:|--:|--:|--:|`)
  for (const [what, ms] of [...times, ['everything', all] as const])
    console.log(
      `| ${[what, ms.length, ...[0.5, 0.99, 1].map((share) => quantile(ms, share).toFixed(0))].join(' | ')} |`,
    )
}

/** Processor time so far: the servers', the database's, and the load maker's own. */
type Busy = Readonly<Record<string, number>>
const busyNow = (servers: readonly Running[]): Busy => ({
  servers: servers.reduce((sum, { pid }) => sum + busySeconds({ pid }), 0),
  database: busySeconds({ named: 'postgres' }),
  'load maker': busySeconds({ pid: process.pid }),
  'other machines on these processors': stolenSeconds(),
})

function tellBusy(before: Busy, now: Busy, requests: number): void {
  const each = Object.entries(now).map(
    ([who, seconds]) => `${who} ${((1000 * (seconds - before[who]!)) / requests).toFixed(1)} ms`,
  )
  console.log(`Processor time a request: ${each.join(', ')}.`)
}

function tell(servers: readonly Running[], seconds: number): void {
  console.log('\n200 people at once:')
  tellTimes()
  const all = [...times.values()].flat()
  const memory = servers.map(({ pid }) => `${peakMb(pid).toFixed(0)} MB`).join(', ')
  const starts = servers.map((server) => `${server.seconds.toFixed(1)} s`).join(', ')
  const wrong = [...faults.values()].reduce((sum, n) => sum + n, 0)
  console.log(
    `\n${place}: ${(all.length / seconds).toFixed(0)} requests a second, ${wrong} errors; ` +
      `started in ${starts} with the large data; peak memory ${memory}.`,
  )
  for (const [why, n] of faults) console.log(`  ${n} times: ${why}`)
}

async function main(): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-load-'))
  const scratch = existsSync('/dev/shm') ? '/dev/shm' : tmpdir()
  const server = place === 'embedded' ? null : await startPostgres(scratch)
  const database = server?.createDatabase('load') ?? null
  const servers: Running[] = []
  try {
    const began = performance.now()
    await fill(data, database)
    console.log(
      `Filled in ${((performance.now() - began) / 1000).toFixed(0)} s: ${LARGE.vehicles} vehicles, ` +
        `${LARGE.jobs} jobs, ${LARGE.rounds * 8} readings, ${LARGE.people} people.`,
    )
    const opened = await openLarge(data, database)
    const bare = await askBare(opened.db)
    await opened.close()
    const count = place === 'postgres2' ? 2 : 1
    for (let i = 0; i < count; i++)
      servers.push(await start(i === 0 ? data : join(data, `of-${i}`), database))
    const people: Person[] = []
    for (let n = 0; n < LARGE.people; n += 20)
      people.push(
        ...(await Promise.all(
          Array.from({ length: 20 }, (_, i) =>
            signIn(n + i, servers[(n + i) % servers.length]!.address),
          ),
        )),
      )
    await tellRefusals(servers[0]!.address)
    await compare(people[1]!, bare)
    await alone(people[1]!)
    const seconds = Number(minutes) * 60
    const untilMs = Date.now() + seconds * 1000
    const still = stoodStill()
    const busy = busyNow(servers)
    await Promise.all([
      quiet
        ? null
        : disturb(
            people.find(({ role }) => role === 'lead')!,
            seconds,
          ),
      ...people.map((person, n) => live(person, n, untilMs)),
    ])
    tell(servers, seconds)
    tellBusy(busy, busyNow(servers), [...times.values()].flat().length)
    console.log(`The load maker itself stood still for ${still().toFixed(0)} ms at the longest.`)
  } finally {
    for (const { child } of servers) child.kill('SIGTERM')
    await Promise.all(servers.map(({ child }) => new Promise((done) => child.once('exit', done))))
    await server?.stop()
    rmSync(data, { recursive: true, force: true })
  }
}

await main()
process.exit(0)
