import type { Frame } from '@anklet/contract'
import type { Readings } from '@anklet/core/guided'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useLink } from '../../../state/link.ts'

/** Frames taken for a test, from its start on. */
export interface Capture {
  readonly frames: readonly Frame[]
  readonly running: boolean
  start(): void
  stop(): void
}

/** Takes what a device tells between start and stop. @param deviceId null: nothing is linked. */
export function useCapture(deviceId: string | null): Capture {
  const newest = useLink((link) => (deviceId === null ? undefined : link.frames[deviceId]?.at(-1)))
  const [running, setRunning] = useState(false)
  const [frames, setFrames] = useState<readonly Frame[]>([])
  const last = useRef<Frame | undefined>(undefined)
  useEffect(() => {
    if (!running || !newest || newest === last.current) return
    last.current = newest
    setFrames((taken) => (taken.at(-1)?.atS === newest.atS ? taken : [...taken, newest]))
  }, [running, newest])
  return useMemo(
    () => ({
      frames,
      running,
      start: () => {
        setFrames([])
        setRunning(true)
      },
      stop: () => setRunning(false),
    }),
    [frames, running],
  )
}

/** One channel of what was taken. */
export const readingsOf = (frames: readonly Frame[], id: string): Readings => ({
  atS: frames.map(({ atS }) => atS),
  values: frames.map(({ values }) => values[id] ?? null),
})
