import type { Request, Response } from 'express'

/** A line that says nothing, so that neither end takes a quiet stream for a dead one, ms. */
const BREATH_MS = 10_000
/** A listener further behind than this is not fed any more frames until it catches up, bytes. */
const MOST_WAITING = 1_000_000

/** Sends one event of a stream. */
export type Send = (event: string, data: unknown) => void

/**
 * Opens a stream of server-sent events.
 * @param end called when the listener is gone.
 * @returns what sends one.
 */
export function openStream(req: Request, res: Response, end: () => void): Send {
  res.status(200).set({
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  })
  res.flushHeaders()
  const breath = setInterval(() => res.write(': \n\n'), BREATH_MS)
  breath.unref()
  req.once('close', () => {
    clearInterval(breath)
    end()
  })
  return (event, data) => {
    if (event === 'frame' && res.writableLength > MOST_WAITING) return
    res.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
  }
}

/**
 * Opens a stream of what comes from somewhere; where it cannot be followed nothing is opened, so that
 * the refusal is the answer.
 * @param follow begins with what the stream is to hear. @returns what ends that
 */
export async function streamOf(
  req: Request,
  res: Response,
  follow: (hear: Send) => Promise<() => void>,
): Promise<void> {
  const early: Parameters<Send>[] = []
  let send: Send | null = null
  let isGone = false
  req.once('close', () => (isGone = true))
  const end = await follow((...told) => (send ? send(...told) : early.push(told)))
  // Whoever asked may be gone before it was answered.
  if (isGone) return end()
  send = openStream(req, res, end)
  for (const told of early) send(...told)
}
