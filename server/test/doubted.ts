import { expect } from 'vitest'
import type { Asked } from '../kernel/kept.ts'
import { Kept } from '../kernel/kept.ts'

/** Keeps answers, and works out every one it would give again all the same: they must be alike. */
export class Doubted<Answer extends object> extends Kept<Answer> {
  override async of(asked: Asked, make: () => Promise<Answer>): Promise<Answer> {
    const given = await super.of(asked, make)
    expect(given, `kept of ${asked.key}`).toEqual(await make())
    return given
  }

  override async all(
    asked: readonly Asked[],
    make: (keys: readonly string[]) => Promise<ReadonlyMap<string, Answer>>,
  ): Promise<Answer[]> {
    const given = await super.all(asked, make)
    const fresh = await make(asked.map(({ key }) => key))
    expect(given, 'kept lines').toEqual(asked.flatMap(({ key }) => fresh.get(key) ?? []))
    return given
  }
}
