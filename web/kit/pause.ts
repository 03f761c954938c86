/** Lets the page do first what waits by now: a tap, a drawing. */
export const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))
