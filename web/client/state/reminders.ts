import type { JobSummary } from '@anklet/contract'

/** A watch whose morning round is due and that nobody has been told of on this device. */
export interface Due {
  readonly key: string
  readonly jobId: string
  readonly plate: string
}

const TOLD = 'anklet.told'
const MOST_TOLD = 100

/** The running watches that came due and were not announced yet. @param told keys of those that were. */
export const dueWatches = (
  jobs: readonly JobSummary[],
  told: readonly string[],
  nowMs: number,
): Due[] =>
  jobs.flatMap(({ id, plate, watch }) => {
    if (watch?.state !== 'running' || Date.parse(watch.plannedEndAt) > nowMs) return []
    const key = `${id} ${watch.plannedEndAt}`
    return told.includes(key) ? [] : [{ key, jobId: id, plate }]
  })

/** Keys of the watches this device has announced. */
export function toldHere(): string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(TOLD) ?? '[]')
    return Array.isArray(kept) ? kept.filter((key) => typeof key === 'string') : []
  } catch {
    return []
  }
}

/** Remembers that watches were announced. */
export const tellHere = (keys: readonly string[]): void =>
  localStorage.setItem(TOLD, JSON.stringify([...toldHere(), ...keys].slice(-MOST_TOLD)))

/** Three falling tones, loud enough for a workshop. A browser that forbids sound before the first tap stays silent. */
export function ring(): void {
  const context = new AudioContext()
  for (const [i, hertz] of [880, 660, 440].entries()) {
    const tone = context.createOscillator()
    const volume = context.createGain()
    tone.frequency.value = hertz
    const start = context.currentTime + i * 0.45
    volume.gain.setValueAtTime(0.4, start)
    volume.gain.exponentialRampToValueAtTime(0.001, start + 0.4)
    tone.connect(volume).connect(context.destination)
    tone.start(start)
    tone.stop(start + 0.42)
  }
  setTimeout(() => void context.close(), 2000)
}

/** Shows a notice of the system where that is allowed. @param tag one notice for each */
export function notifyOf(title: string, body: string, tag: string): void {
  if (typeof Notification !== 'undefined' && Notification.permission === 'granted')
    new Notification(title, { body, tag })
}

/** Shows that a morning round is due. */
export const notify = ({ plate }: Due): void =>
  notifyOf(
    `${plate}: the morning round is due`,
    'Supply still off, doors shut. Walk it before anybody moves the car.',
    plate,
  )
