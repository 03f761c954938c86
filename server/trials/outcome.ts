import type { Server } from './machine.ts'
import { endProcess, pause, startServer } from './machine.ts'
import type { Tally, Writers } from './writers.ts'

/** How a trial meets the server. */
export type Moment = 'under load' | 'in its first start' | 'in recovery'

/** Every fifth trial meets the first start, every fifth the start after one. */
export const momentOf = (trial: number): Moment =>
  trial % 5 === 3 ? 'in its first start' : trial % 5 === 4 ? 'in recovery' : 'under load'

export const upTo = (ms: number): number => Math.random() * ms

const TOLD_EVERY = 25
const LOAD_MS = 900
const START_MS = 900

export const newTally = (): Tally => ({ acknowledged: 0, unanswered: 0, lost: [], torn: [] })

/** The counts of a whole run. */
export class Counts {
  private readonly moments = new Map<Moment, number>()
  private acknowledged = 0
  private unanswered = 0
  private readonly faults: string[] = []
  private slowestStartMs = 0

  add(moment: Moment, { acknowledged, unanswered, lost, torn }: Tally): void {
    this.moments.set(moment, (this.moments.get(moment) ?? 0) + 1)
    this.acknowledged += acknowledged
    this.unanswered += unanswered
    this.faults.push(...lost.map((what) => `lost: ${what}`))
    this.faults.push(...torn.map((what) => `torn: ${what}`))
    this.tell()
  }

  /** A long run says now and then how far it is. */
  private tell(): void {
    const trials = [...this.moments.values()].reduce((sum, n) => sum + n, 0)
    if (trials % TOLD_EVERY === 0)
      console.log(`… ${trials}: ${this.acknowledged} acknowledged, ${this.faults.length} faults`)
  }

  fail(what: string): void {
    this.faults.push(what)
  }

  started(ms: number): void {
    this.slowestStartMs = Math.max(this.slowestStartMs, ms)
  }

  /** Prints what came of it. @returns whether nothing was lost, torn or refused to start. */
  report(title: string): boolean {
    const moments = [...this.moments].map(([moment, n]) => `${n} ${moment}`).join(', ')
    console.log(`${title}: ${moments}.`)
    console.log(
      `${this.acknowledged} commands acknowledged, ${this.unanswered} in flight and sent again; ` +
        `slowest start afterwards ${Math.round(this.slowestStartMs)} ms.`,
    )
    const count = (begin: string): number =>
      this.faults.filter((fault) => fault.startsWith(begin)).length
    console.log(
      `${count('lost')} lost, ${count('torn')} half or twice, ${count('no start')} that did not start.`,
    )
    for (const fault of this.faults.slice(0, 20)) console.log(`- ${fault.slice(0, 400)}`)
    return this.faults.length === 0
  }
}

/** Starts a server and writes to it until a moment drawn at random. */
export async function writeFor(
  folder: string,
  writers: Writers,
): Promise<{ server: Server; writing: Promise<void> }> {
  const server = await startServer(folder)
  const { ready: address, said } = await server.outcome
  if (address === null) throw new Error(`no start: ${said}`)
  await writers.begin(address)
  const writing = writers.write(address)
  // A refusal comes out when the writing is waited for.
  writing.catch(() => undefined)
  await pause(100 + upTo(LOAD_MS))
  return { server, writing }
}

/** Starts a server and leaves it at some moment of its start. */
export async function startPartly(folder: string): Promise<Server> {
  const server = await startServer(folder)
  await pause(upTo(START_MS))
  return server
}

/** Starts on what is left, and compares it with what was acknowledged, twice. */
export async function judge(folder: string, writers: Writers, counts: Counts): Promise<Tally> {
  const tally = newTally()
  const began = performance.now()
  const server = await startServer(folder)
  const { ready: address, said } = await server.outcome
  if (address === null) {
    counts.fail(`no start: ${said}`)
    return tally
  }
  counts.started(performance.now() - began)
  await writers.compare(address, tally)
  const { unanswered } = tally
  await writers.sendAgain(address)
  await writers.compare(address, tally)
  await endProcess(server.child, 'SIGTERM')
  return { ...tally, unanswered }
}
