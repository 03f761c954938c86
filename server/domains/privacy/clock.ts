import type { Logger } from 'pino'
import { loggable } from '../../kernel/loggable.ts'
import type { Database } from '../../store/database.ts'
import { eraseInTime } from './keeping.ts'

/** How often it is looked whether something is past its time, ms. */
const LOOK_MS = 3_600_000
/** How soon it goes on where there is more than is erased at once, ms. */
const AGAIN_MS = 5000

/** Erases in time what the shop keeps no longer, in the one process that leads. */
export class KeepingClock {
  private timer: NodeJS.Timeout
  private looking: Promise<void> = Promise.resolve()

  constructor(
    private readonly db: Database,
    private readonly parts: { leads(): boolean; readonly log: Pick<Logger, 'error'> },
  ) {
    this.timer = this.in(AGAIN_MS)
  }

  private in(ms: number): NodeJS.Timeout {
    const timer = setTimeout(() => {
      this.looking = this.look()
    }, ms)
    timer.unref()
    return timer
  }

  private async look(): Promise<void> {
    let isMore = false
    try {
      isMore = this.parts.leads() && (await eraseInTime(this.db, new Date()))
    } catch (error) {
      this.parts.log.error(loggable(error), 'erasing in time failed')
    }
    this.timer = this.in(isMore ? AGAIN_MS : LOOK_MS)
  }

  async close(): Promise<void> {
    clearTimeout(this.timer)
    await this.looking
    clearTimeout(this.timer)
  }
}
