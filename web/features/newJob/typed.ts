import { keptDrafts } from '../../client/state/kept.ts'
import type { TypedCar } from './commands.ts'
import { NOTHING_TYPED } from './commands.ts'

/** The car that is being taken in, as far as it is typed: kept through a reload and a wrong turn. */
export const useNewCar = keptDrafts<TypedCar>('anklet.newCar', NOTHING_TYPED)
/** Where it is kept: there is one at a time. */
export const NEW = 'new'

/** What is typed of it, and how that changes. */
export function useTyped() {
  const typed = useNewCar(({ byKey }) => byKey[NEW] ?? NOTHING_TYPED)
  const patch = useNewCar((store) => store.patch)
  return { typed, change: (next: Partial<TypedCar>): void => patch(NEW, next) }
}
