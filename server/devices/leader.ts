import type { Problem } from '@anklet/contract'
import { AppError, toAppError } from '../kernel/appError.ts'
import type { Wire } from '../store/database.ts'

/** Longer than an adapter may take over an order, and than a process takes to be missed, ms. */
const LONGEST_MS = 9000
/** How often a process that asked looks whether it leads itself by now, ms. */
const LOOK_MS = 250

/** What the process that leads does for the others, by name; what goes in and comes out is JSON. */
export type Acts = Readonly<Record<string, (...given: never[]) => unknown>>

/** What a process is told by another. */
type Message =
  | {
      readonly kind: 'ask'
      readonly by: string
      readonly id: string
      readonly act: string
      readonly given: readonly unknown[]
    }
  | {
      readonly kind: 'answer'
      readonly to: string
      readonly id: string
      readonly value?: unknown
      readonly problem?: Carried
    }
  | { readonly kind: 'told'; readonly to: string; readonly key: string; readonly value: unknown }

/** A refusal on its way from one process to another. */
type Carried = Pick<AppError, 'code' | 'data' | 'path'> & { readonly faults?: Problem['faults'] }

/** How a process stands to those it shares a database with. */
export interface Among {
  /** To the others; null: there can be none. */
  readonly wire: Wire | null
  leads(): boolean
}

/**
 * What exactly one process does for all: it does it itself while it leads, and asks the one that
 * leads while another does.
 */
export class Leader<Doing extends Acts> {
  readonly own = crypto.randomUUID()
  private readonly waiting = new Map<string, (answer: Message & { kind: 'answer' }) => void>()
  private heard: (key: string, value: unknown) => void = () => undefined

  constructor(
    private readonly among: Among,
    private readonly acts: Doing,
  ) {
    among.wire?.hear('devices', (words) => void this.take(JSON.parse(words) as Message))
  }

  get leads(): boolean {
    return this.among.leads()
  }

  /** false: no other process can be at these records. */
  get isShared(): boolean {
    return this.among.wire !== null
  }

  /**
   * Has something done by whoever leads.
   * @throws {AppError} what that is refused with; `devicesAway` when nobody answers
   */
  ask<Name extends keyof Doing & string>(
    act: Name,
    ...given: Parameters<Doing[Name]>
  ): Promise<Awaited<ReturnType<Doing[Name]>>>
  async ask(act: string, ...given: never[]): Promise<unknown> {
    const { wire, leads } = this.among
    const here = (): Promise<unknown> => this.act(act, given)
    if (!wire || leads()) return here()
    const id = crypto.randomUUID()
    const answered = new Promise((resolve, reject) => {
      const began = Date.now()
      const end = (): void => {
        clearInterval(clock)
        this.waiting.delete(id)
      }
      const clock = setInterval(() => {
        const isLate = Date.now() - began > LONGEST_MS
        if (!leads() && !isLate) return
        end()
        // The one that was asked is gone, and this one does its work now.
        if (leads()) here().then(resolve, reject)
        else reject(new AppError('devicesAway'))
      }, LOOK_MS)
      this.waiting.set(id, ({ value, problem }) => {
        end()
        if (problem) reject(new AppError(problem.code, problem.data, problem.path, problem.faults))
        else resolve(value)
      })
    })
    // Not told, or not to anybody: it says so when it has waited long enough.
    this.send({ kind: 'ask', by: this.own, id, act, given }).catch(() => undefined)
    return answered
  }

  /** Tells one process, named by its `own`, something by a key it knows. */
  tell(to: string, key: string, value: unknown): void {
    this.send({ kind: 'told', to, key, value }).catch(() => undefined)
  }

  /** Hears what this process is told by whoever leads. */
  hear(listener: (key: string, value: unknown) => void): void {
    this.heard = listener
  }

  private async send(message: Message): Promise<void> {
    await this.among.wire?.tell('devices', JSON.stringify(message))
  }

  private async take(message: Message): Promise<void> {
    if (message.kind === 'ask') return this.answer(message)
    if (message.to !== this.own) return
    if (message.kind === 'answer') this.waiting.get(message.id)?.(message)
    else this.heard(message.key, message.value)
  }

  private act(name: string, given: never[]): Promise<unknown> {
    return Promise.resolve().then(() => this.acts[name]!(...given))
  }

  private async answer({ by, id, act, given }: Message & { kind: 'ask' }): Promise<void> {
    if (!this.leads || !Object.hasOwn(this.acts, act)) return
    const answer = await this.act(act, given as never[]).then(
      (value) => ({ value }),
      (thrown: unknown) => {
        const { code, data, path, faults } = toAppError(thrown)
        return { problem: { code, data, path, ...(faults ? { faults } : {}) } }
      },
    )
    // Not told: the one that asked says so when it has waited long enough.
    await this.send({ kind: 'answer', to: by, id, ...answer }).catch(() => undefined)
  }
}
