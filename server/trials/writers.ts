import type { Command, CommandPayload, CommandType, ShopBundle } from '@anklet/contract'
import { noisePicture } from '../test/picture.ts'
import { carCommands, jobOpen, LEVEL, newJobIds, walk } from '../test/records.ts'

/** How many write at once, each on a job of their own. */
const WRITERS = 8
const PHOTO_BYTES = 20_000

/** What became of the trials of one run. */
export interface Tally {
  acknowledged: number
  /** Sent, and never answered: they may be there or not, but never by half. */
  unanswered: number
  /** Acknowledged and not found again, or found changed. */
  lost: string[]
  /** There by half, or twice. */
  torn: string[]
}

const picture = (): string => noisePicture(PHOTO_BYTES).toString('base64')

const around = (mm: number): number => Math.round((mm + 40 * (Math.random() - 0.5)) * 10) / 10

/** People who write without a pause, and remember what was acknowledged. */
export class Writers {
  private readonly person = crypto.randomUUID()
  private readonly jobs = Array.from({ length: WRITERS }, () => crypto.randomUUID())
  private readonly sent = new Map<string, Command>()
  private readonly acknowledged = new Set<string>()
  private begun = false

  private async send<Name extends CommandType>(
    address: string,
    type: Name,
    payload: CommandPayload<Name>,
  ): Promise<void> {
    const command = {
      id: crypto.randomUUID(),
      type,
      person: this.person,
      device: 'trial',
      at: new Date().toISOString(),
      baseVersion: null,
      payload,
    } as unknown as Command
    this.sent.set(command.id, command)
    await this.deliver(address, command)
  }

  private async deliver(address: string, command: Command): Promise<void> {
    const answer = await fetch(`${address}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
    })
    const said = await answer.text()
    if (!answer.ok) throw new Error(`${command.type} was refused: ${said}`)
    this.acknowledged.add(command.id)
  }

  /** Makes the shop that is written to, once. */
  async begin(address: string): Promise<void> {
    if (this.begun) return
    const { typeId, vehicleId } = newJobIds()
    await this.send(address, 'person.add', { personId: this.person, name: 'T. Trial' })
    for (const [type, payload] of carCommands({ typeId, vehicleId }, 'T 1'))
      await this.send(address, type, payload)
    for (const jobId of this.jobs)
      await this.send(address, 'job.open', jobOpen({ vehicleId, jobId }))
    this.begun = true
  }

  private writeOne(address: string, jobId: string): Promise<void> {
    const draw = Math.random()
    if (draw < 0.2) {
      const payload = { photoId: crypto.randomUUID(), jobId, caption: 'A fold', picture: picture() }
      return this.send(address, 'photo.add', payload)
    }
    if (draw < 0.5) {
      const words = `Hiss at the left front, ${draw}`
      return this.send(address, 'job.note', {
        noteId: crypto.randomUUID(),
        jobId,
        from: 'person',
        title: 'Heard',
        lines: [words],
      })
    }
    const heights = { FL: around(LEVEL.FL), FR: around(480), RL: around(480), RR: around(480) }
    const round = walk(heights, new Date().toISOString())
    return this.send(address, 'round.record', { jobId, round })
  }

  /** Writes until the server no longer answers. */
  async write(address: string): Promise<void> {
    await Promise.all(
      this.jobs.map(async (jobId) => {
        for (;;) {
          try {
            await this.writeOne(address, jobId)
          } catch (error) {
            if (error instanceof TypeError) return
            throw error
          }
        }
      }),
    )
  }

  /** Compares what is there with what was acknowledged, field by field. */
  async compare(address: string, tally: Tally): Promise<void> {
    const files = await Promise.all(this.begun ? this.jobs.map((id) => readJob(address, id)) : [])
    const found = new Map<string, unknown>()
    for (const entry of files.flatMap((file) => (file ? entriesOf(file) : []))) {
      if (found.has(entry.id)) tally.torn.push(`${entry.id} is there twice`)
      found.set(entry.id, entry.content)
    }
    for (const command of this.sent.values()) this.compareOne(command, found, tally)
    tally.acknowledged = this.acknowledged.size
    tally.unanswered = this.sent.size - this.acknowledged.size
  }

  private compareOne(command: Command, found: ReadonlyMap<string, unknown>, tally: Tally): void {
    const wanted = contentOf(command)
    if (!wanted) return
    const there = found.get(wanted.id)
    const isAcknowledged = this.acknowledged.has(command.id)
    const same = JSON.stringify(there) === JSON.stringify(wanted.content)
    if (isAcknowledged && there === undefined) tally.lost.push(`${command.type} ${wanted.id}`)
    else if (there !== undefined && !same)
      tally.torn.push(
        `${command.type} ${wanted.id}: ${JSON.stringify(there)} for ${JSON.stringify(wanted.content)}`,
      )
  }

  /** Sends again what was never answered, as a tablet does: each must be taken, and count once. */
  async sendAgain(address: string): Promise<void> {
    for (const command of this.sent.values())
      if (!this.acknowledged.has(command.id)) await this.deliver(address, command)
  }
}

async function readJob(address: string, id: string): Promise<ShopBundle | null> {
  const answer = await fetch(`${address}/api/jobs/${id}/bundle`)
  if (answer.status === 404) return null
  if (!answer.ok) throw new Error(`The job cannot be read: ${await answer.text()}`)
  return (await answer.json()) as ShopBundle
}

interface Entry {
  readonly id: string
  readonly content: unknown
}

const readingsOf = (
  readings: readonly { corner: string; lap: number; heightMm: number; at: string }[],
): unknown =>
  readings.map(({ corner, lap, heightMm, at }) => [corner, lap, heightMm, new Date(at).getTime()])

const roundContent = (round: {
  levelId: string
  method: string
  temperatureC: number | null
  state?: string | null
  startedAt: string
  endedAt: string
  readings: readonly { corner: string; lap: number; heightMm: number; at: string }[]
}): unknown => [
  round.levelId,
  round.method,
  round.temperatureC,
  round.state,
  Date.parse(round.startedAt),
  Date.parse(round.endedAt),
  readingsOf(round.readings),
]

function entriesOf({ jobs, rounds, notes, photos }: ShopBundle): Entry[] {
  return [
    ...jobs.map(({ id, vehicleId }) => ({ id, content: [vehicleId] })),
    ...rounds.map((round) => ({ id: round.id, content: roundContent(round) })),
    ...notes.map(({ id, lines, at }) => ({ id, content: [lines, Date.parse(at)] })),
    ...photos.map(({ id, caption, at, picture: kept }) => ({
      id,
      content: [caption, Date.parse(at), kept],
    })),
  ]
}

/** What a command must have left in its job's file; null: it is no entry of one. */
function contentOf(command: Command): Entry | null {
  const at = Date.parse(command.at)
  switch (command.type) {
    case 'job.open':
      return { id: command.payload.jobId, content: [command.payload.vehicleId] }
    case 'job.note':
      return { id: command.payload.noteId, content: [command.payload.lines, at] }
    case 'photo.add': {
      const { photoId, caption, picture: sent } = command.payload
      return { id: photoId, content: [caption, at, sent] }
    }
    case 'round.record':
      return { id: command.payload.round.roundId, content: roundContent(command.payload.round) }
    default:
      return null
  }
}
