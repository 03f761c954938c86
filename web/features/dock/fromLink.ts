import type { DeviceStatus, Frame, Job } from '@anklet/contract'
import type { Evidence, PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import type { ReportedCode } from '@anklet/core/reasoning/codes'
import { codeText } from '@anklet/core/reasoning/codes'
import type { Corner } from '@anklet/core/base/vehicle'
import { differing, readingOf } from '@anklet/core/reasoning/evidence'
import { WALK } from '@anklet/core/base/vehicle'
import { valueAt } from '../job/link/signals.ts'
import { heightRounds, isRideRound, meansOf } from '../job/model/rounds.ts'

const NUMBER = /^[PCBU][0-3][0-9A-F]{3}$/

/** The codes a module tells, as they are kept with a job. */
export const codesTold = ({ codes }: Pick<DeviceStatus, 'codes'>): ReportedCode[] | null =>
  codes &&
  codes
    .filter(({ number }) => NUMBER.test(number))
    .map(({ number, words, present, seen }): ReportedCode => ({
      number,
      failureType: null,
      status: present ? 'present' : 'stored',
      words,
      freeze: seen
        ? [
            ...WALK.flatMap((corner) => {
              const off = seen.offMm[corner]
              return off === null
                ? []
                : [{ name: `${corner} over the level`, value: `${off.toFixed(0)} mm` }]
            }),
            ...(seen.galleryBarG === null
              ? []
              : [{ name: 'gallery', value: `${seen.galleryBarG.toFixed(1)} bar` }]),
            ...(seen.pumpC === null
              ? []
              : [{ name: 'pump', value: `${seen.pumpC.toFixed(0)} °C` }]),
          ]
        : [],
    }))

const signature = (
  codes: readonly Pick<ReportedCode, 'number' | 'failureType' | 'status'>[],
): string =>
  codes
    .map((code) => `${codeText(code)} ${code.status}`)
    .sort()
    .join()

/** The codes to keep: those the module tells, unless the job's newest reading says the same. */
export function codesToKeep(
  job: Pick<Job, 'codeReadings' | 'id'>,
  status: Pick<DeviceStatus, 'codes'>,
): ReportedCode[] | null {
  const told = codesTold(status)
  const newest = readingOf(job)
  return told === null || (newest && signature(newest.codes) === signature(told)) ? null : told
}

/** A round older than this is of another stance than the one the module tells of, ms. */
const SAME_STANCE_MS = 20 * 60_000
/** A pump that draws more than this runs, A. */
const RUNS_A = 3
/** It must draw it through so many frames: a relay takes a moment to let go. */
const FRAMES = 20

/**
 * What live values say by themselves: a pump that runs unasked; heights the tape just took, told
 * otherwise by the module.
 * @param clamp frames of a current clamp
 */
export function liveEvidence(
  job: Job,
  checks: ReadonlyMap<string, PlacedCheck>,
  channels: DeviceStatus['identity']['channels'],
  frames: readonly Frame[],
  clamp: readonly Frame[],
  now: number,
): Evidence[] {
  const newest = frames.at(-1)
  if (!newest?.module) return []
  const quiet =
    frames.length >= FRAMES && frames.slice(-FRAMES).every(({ module }) => module && !module.pumpOn)
  const draws =
    clamp.length >= FRAMES &&
    clamp
      .slice(-FRAMES)
      .every(({ values }) =>
        Object.values(values).some((value) => value !== null && value > RUNS_A),
      )
  const round = heightRounds(job).find(isRideRound)
  const still = newest.module.open.length === 0 && newest.module.levelId === round?.levelId
  const told = Object.fromEntries(
    WALK.map((corner) => [corner, valueAt(channels, newest, 'height', corner)]),
  ) as Record<Corner, number | null>
  const compared =
    round &&
    still &&
    round.reportedMm === null &&
    now - Date.parse(round.endedAt) < SAME_STANCE_MS &&
    WALK.some((corner) => told[corner] !== null)
  return [
    ...(quiet && draws ? [{ check: 'pumpRunsOn', outcome: 'yes' }] : []),
    ...(compared ? differing(checks, meansOf(round), told) : []),
  ]
}
