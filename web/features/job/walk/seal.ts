import type { Command, Round, RoundInput } from '@anklet/contract'
import { isFloorBased, LOAD_RANGE_KG } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { fromDisplay } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { CORNERS, mapCorners } from '@anklet/core/base/vehicle'
import { envelope } from '../../../client/envelope.ts'
import type { Draft } from '../../../client/state/drafts.ts'
import { parseNumber, readTyped } from '../../../kit/typed.ts'
import { readingAt, stopsOf } from '../../../client/state/walk.ts'

/** Who signs, and the version of the watch the person was looking at. */
export interface Signer {
  readonly person: string
  readonly device: string
  readonly watchVersion: number | null
}

/** Figures typed for some corners, in mm; null where none was typed, 'wrong' where one is no number. */
export function typedCorners(
  typed: Draft['pads'],
  units: DisplayUnits,
): Record<Corner, number | null> | null | 'wrong' {
  const values = mapCorners(typed, (text) => (text.trim() === '' ? null : parseNumber(text)))
  if (CORNERS.every((corner) => typed[corner].trim() === '')) return null
  if (CORNERS.some((corner) => values[corner] === null && typed[corner].trim() !== ''))
    return 'wrong'
  return mapCorners(values, (value) =>
    value === null ? null : fromDisplay(value, 'height', units),
  )
}

/** What was loaded as typed, kg; null: not weighed; 'wrong': no such load. */
export function typedLoadKg({
  load,
  loadKg,
}: Pick<Draft, 'load' | 'loadKg'>): number | null | 'wrong' {
  if (load !== 'laden' || loadKg.trim() === '') return null
  const kg = parseNumber(loadKg)
  return kg !== null && kg >= LOAD_RANGE_KG.least && kg <= LOAD_RANGE_KG.most ? kg : 'wrong'
}

/** How a round in progress is measured, as rounds on record say it. */
export function measuredSo(draft: Draft): Pick<Round, 'levelId' | 'method' | 'load' | 'loadKg'> {
  const loadKg = typedLoadKg(draft)
  return {
    levelId: draft.levelId,
    method: draft.method,
    load: draft.load,
    loadKg: loadKg === 'wrong' ? null : loadKg,
  }
}

function asideOf(
  draft: Draft,
  units: DisplayUnits,
): Pick<RoundInput, 'loadKg' | 'padsMm' | 'reportedMm'> | null {
  const { method, pads, reported } = draft
  const loadKg = typedLoadKg(draft)
  const padsMm = isFloorBased(method) ? typedCorners(pads, units) : null
  const reportedMm = typedCorners(reported, units)
  return padsMm === 'wrong' || reportedMm === 'wrong' || loadKg === 'wrong'
    ? null
    : {
        ...(loadKg === null ? {} : { loadKg }),
        padsMm: padsMm && mapCorners(padsMm, (mm) => mm ?? 0),
        reportedMm,
      }
}

/** A walk that seems to end later than now by more than this was walked by a clock that was ahead, ms. */
const AHEAD_MS = 60_000

/**
 * Moments of a walk by the clock as it stands now: where they lie in the future, the clock has been
 * set back since, and the walk as a whole is moved so that it ends now.
 */
function byTheClock(latest: string, nowMs: number): (at: string) => string {
  const aheadMs = Date.parse(latest) - nowMs
  return aheadMs > AHEAD_MS ? (at) => new Date(Date.parse(at) - aheadMs).toISOString() : (at) => at
}

type WatchRound = Omit<RoundInput, 'state'>

function roundOf(draft: Draft, units: DisplayUnits): WatchRound | null {
  const {
    roundId,
    levelId,
    method,
    load,
    temperature,
    thermometer,
    rolledAndBounced,
    readings,
    startedAt,
    laps,
    sources,
  } = draft
  const aside = asideOf(draft, units)
  const celsius = readTyped(temperature, 'temperature', units)
  const last = readings.reduce((latest, { at }) => (at > latest ? at : latest), startedAt ?? '')
  if (
    !celsius.ok ||
    thermometer === null ||
    rolledAndBounced === null ||
    startedAt === null ||
    last === '' ||
    !aside
  )
    return null
  const inOrder = stopsOf(laps).flatMap((stop) => readingAt(readings, stop) ?? [])
  const clocked = byTheClock(last, Date.now())
  return {
    roundId,
    levelId,
    method,
    load,
    ...aside,
    ...(sources.length > 0 ? { deviceIds: [...sources] } : {}),
    temperatureC: celsius.value,
    thermometer,
    rolledAndBounced,
    startedAt: clocked(startedAt),
    endedAt: clocked(last),
    readings: inOrder.map((reading) => ({ ...reading, at: clocked(reading.at) })),
  }
}

/**
 * The finished round as the command that saves it.
 * @returns null while something is still missing.
 */
export function sealDraft(
  draft: Draft,
  units: DisplayUnits,
  { person, device, watchVersion }: Signer,
): Command | null {
  const round = roundOf(draft, units)
  if (!round) return null
  const signature = {
    id: draft.commandId,
    person,
    device,
    baseVersion: draft.kind === 'morning' || draft.kind === 'look' ? watchVersion : null,
  }
  const { jobId, watchId, undisturbed, checklist } = draft
  if (draft.kind === 'heights')
    return draft.state === null
      ? null
      : envelope('round.record', { jobId, round: { ...round, state: draft.state } }, signature)
  if (draft.kind === 'look') return envelope('watch.look', { watchId, round }, signature)
  if (draft.kind === 'morning')
    return undisturbed === null
      ? null
      : envelope('watch.finish', { watchId, round, undisturbed }, signature)
  const { supplyCut, supplyProved, tagged, doorsShut, minutesSinceRun, plannedEnd } = checklist
  const planned = new Date(plannedEnd)
  if (
    supplyCut === null ||
    (!supplyProved && supplyCut !== 'leftOn') ||
    !tagged ||
    !doorsShut ||
    minutesSinceRun === null ||
    Number.isNaN(planned.getTime())
  )
    return null
  return envelope(
    'watch.start',
    {
      watchId,
      jobId,
      round,
      supplyCut,
      supplyProved,
      tagged,
      doorsShut,
      minutesSinceRun: minutesSinceRun === 'unknown' ? null : minutesSinceRun,
      plannedEndAt: planned.toISOString(),
    },
    signature,
  )
}
