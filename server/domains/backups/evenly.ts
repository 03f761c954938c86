/** So much is written between two flushes: the disk has it in a moment. */
const EVERY_BYTES = 8 * 1024 * 1024

/**
 * Flushes what is written in small shares. A disk that is given hundreds of megabytes at once keeps
 * whoever waits for it beside waiting until it has them all.
 * @param flush brings to the disk what was written so far
 * @returns to be told of what is written, bytes
 */
export function evenly(flush: () => void): (bytes: number) => void {
  let open = 0
  return (bytes) => {
    open += bytes
    if (open < EVERY_BYTES) return
    open = 0
    flush()
  }
}
