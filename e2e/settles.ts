import { expect } from '@playwright/test'

/** How it is waited. */
interface Waiting {
  /** Between two looks, ms. */
  readonly intervals: number[]
  /** Given up after, ms; default: as everything that is expected. */
  readonly timeout?: number
  /** Said where it is given up. */
  readonly message?: string
}

/**
 * Waits until what is read says the same as a moment before.
 * @param leaves what it says before it begins: the same as that does not count
 */
export async function settles(
  read: () => Promise<string>,
  waiting: Waiting,
  leaves?: string,
): Promise<void> {
  let last: string | undefined
  const stands = async (): Promise<boolean> => {
    const now = await read()
    const isSame = now === last && now !== leaves
    last = now
    return isSame
  }
  await expect.poll(stands, waiting).toBe(true)
}
