import type { Frame } from '@anklet/contract'
import type { Readings } from '@anklet/core/measuring/guided'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useLink } from '../../../client/state/link.ts'

/** Frames taken for a test, from its start on. */
export interface Capture {
  readonly frames: readonly Frame[]
  readonly running: boolean
  start(): void
  stop(): void
}

const spanS = (frames: readonly Frame[]): number =>
  (frames.at(-1)?.atS ?? 0) - (frames[0]?.atS ?? 0)
/** A link that fell silent is not waited for longer than this beyond the time that was asked for, s. */
const SILENCE_S = 1

/**
 * Takes what a device tells between start and stop.
 * @param deviceId null: nothing is linked.
 * @param longestS it ends by itself after so long by the device's clock, s; null: at stop only.
 */
export function useCapture(deviceId: string | null, longestS: number | null = null): Capture {
  const newest = useLink((link) => (deviceId === null ? undefined : link.frames[deviceId]?.at(-1)))
  const [wanted, setWanted] = useState(false)
  const [frames, setFrames] = useState<readonly Frame[]>([])
  const last = useRef<Frame | undefined>(undefined)
  const running = wanted && (longestS === null || spanS(frames) < longestS)
  useEffect(() => {
    if (!running || !newest || newest === last.current) return
    last.current = newest
    setFrames((taken) => (taken.at(-1)?.atS === newest.atS ? taken : [...taken, newest]))
  }, [running, newest])
  useEffect(() => {
    if (!running || longestS === null) return
    const silence = setTimeout(() => setWanted(false), (longestS + SILENCE_S) * 1000)
    return () => clearTimeout(silence)
  }, [running, longestS])
  return useMemo(
    () => ({
      frames,
      running,
      start: () => {
        setFrames([])
        setWanted(true)
      },
      stop: () => setWanted(false),
    }),
    [frames, running],
  )
}

/** One channel of what was taken. */
export const readingsOf = (frames: readonly Frame[], id: string): Readings => ({
  atS: frames.map(({ atS }) => atS),
  values: frames.map(({ values }) => values[id] ?? null),
})
