import { LRUCache } from 'lru-cache'

/** What is asked. */
export interface Asked {
  readonly key: string
  /** Another one whenever the answer may be another. */
  readonly stamp: string
}

interface Made<Answer> {
  readonly stamp: string
  readonly answer: Answer
}

/**
 * Answers as they were last worked out, given again while their stamp stands. A stamp is asked for
 * before its answer is worked out, so that no answer is older than the stamp it is kept by.
 */
export class Kept<Answer extends object> {
  private readonly made: LRUCache<string, Made<Answer>>
  private readonly making = new Map<string, Promise<Answer>>()

  /**
   * @param most how much is kept altogether; what was asked for longest ago goes first.
   * @param sizeOf how much an answer is of that.
   */
  constructor(most: number, sizeOf: (answer: Answer) => number = () => 1) {
    this.made = new LRUCache({
      maxSize: most,
      sizeCalculation: ({ answer }) => sizeOf(answer),
    })
  }

  /**
   * An answer, kept or worked out. Those who ask for the same at once wait for one.
   * @param make works it out.
   */
  async of({ key, stamp }: Asked, make: () => Promise<Answer>): Promise<Answer> {
    const kept = this.get({ key, stamp })
    if (kept !== undefined) return kept
    const asked = `${key} ${stamp}`
    const running = this.making.get(asked)
    if (running) return running
    const work = make()
      .then((answer) => {
        this.made.set(key, { stamp, answer })
        return answer
      })
      .finally(() => this.making.delete(asked))
    this.making.set(asked, work)
    return work
  }

  /**
   * Answers in the order they are asked for. Those that are not kept are worked out together; what
   * there is no answer to is left out.
   * @param make works them out, by their keys.
   */
  async all(
    asked: readonly Asked[],
    make: (keys: readonly string[]) => Promise<ReadonlyMap<string, Answer>>,
  ): Promise<Answer[]> {
    const kept = new Map(asked.map((each) => [each.key, this.get(each)]))
    const missing = asked.filter(({ key }) => kept.get(key) === undefined)
    const fresh =
      missing.length > 0 ? await make(missing.map(({ key }) => key)) : new Map<string, Answer>()
    for (const { key, stamp } of missing) {
      const answer = fresh.get(key)
      if (answer !== undefined) this.made.set(key, { stamp, answer })
    }
    return asked.flatMap(({ key }) => kept.get(key) ?? fresh.get(key) ?? [])
  }

  /** What was answered last, which something may have been written of since. */
  last(key: string): Answer | undefined {
    return this.made.get(key)?.answer
  }

  private get({ key, stamp }: Asked): Answer | undefined {
    const kept = this.made.get(key)
    return kept?.stamp === stamp ? kept.answer : undefined
  }
}
