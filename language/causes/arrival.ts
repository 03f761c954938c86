import type { ArrivalRecord } from '@anklet/contract'
import type { ArrivalAnswer, ArrivalReason } from '@anklet/core/reasoning/arrival'
import { UNSEEN } from '@anklet/core/reasoning/arrival'
import { capital, list } from '../plain/corners.ts'

/** Nobody has looked yet. */
export const NOT_SEEN: ArrivalRecord = {
  ...UNSEEN,
  flat: null,
  emptySince: null,
  condition: [],
  foreignParts: '',
  odometerKm: null,
}

export const ON_STOPS_WORDS = {
  none: 'Nowhere',
  corner: 'One corner',
  axle: 'One axle',
  all: 'All round',
} as const
export const RISES_WORDS = { yes: 'Yes', slowly: 'Slowly', no: 'No' } as const
export const SINKS_WORDS = { faster: 'Faster', same: 'As before', slower: 'Slower' } as const
export const CONDITION_WORDS: Readonly<Record<ArrivalRecord['condition'][number], string>> = {
  brokenTabs: 'Tabs broken',
  missingBolts: 'Bolts missing',
  otherMake: 'Another make fitted',
  lowered: 'Lowered on purpose',
  corrosion: 'Corroded',
  cutLines: 'Lines cut or kinked',
  torn: 'Bellows torn',
}
/** What is either seen or not. */
export const SEEN_WORDS = {
  audible: 'Air can be heard',
  tyreTouches: 'A tyre touches',
  pumpRunsOn: 'Pump runs on',
  speedLimited: 'Speed limited by a message',
} as const

const REASON_WORDS: Readonly<Record<ArrivalReason, string>> = {
  tyreTouches: 'a tyre touches body or line',
  pumpRunsOn: 'the pump cannot be stopped and will burn out: pull its relay or fuse',
  flatAndStaysDown: 'it sits on its bump stops and does not rise',
  standsOnStops: 'it sits on its bump stops until the pump has lifted it',
  risesSlowly: 'it rises slowly',
  audible: 'air can be heard: it may be flat before it is there',
  speedLimited: 'its own message limits the speed',
  sinksFaster: 'it sinks faster than before',
  risesAndHolds: 'it rises and holds',
}

const DRIVE_WORDS: Readonly<Record<Exclude<ArrivalAnswer['drive'], 'unknown'>, string>> = {
  tow: 'Tow it',
  slowly: 'Drive it slowly, straight here',
  on: 'It may drive on',
}

/** Drive on, drive slowly or tow, with the reason, in a sentence; before anybody looked, what to look at. */
export function driveWords({ drive, reasons }: ArrivalAnswer): string {
  if (drive === 'unknown') return 'Look first: does it rise, and does anything touch?'
  const why = list(reasons.map((reason) => REASON_WORDS[reason]))
  return `${DRIVE_WORDS[drive]}${why === '' ? '' : `: ${why}`}.`
}

/** Why a night is not needed, or not yet; null where one is worth it. */
export function nightWords({ audible, rises }: ArrivalRecord): string | null {
  if (audible)
    return 'A leak that can be heard needs no night: take soap and water to it first, pressurised, in the folds too.'
  return rises === 'no'
    ? 'A car that does not rise needs no night: relay, fuse and plug, then soap.'
    : null
}

/** Condition on arrival in a few words; empty where nothing was noted. */
export function conditionWords({ condition, foreignParts, emptySince }: ArrivalRecord): string {
  const parts = [
    ...condition.map((each) => CONDITION_WORDS[each].toLowerCase()),
    foreignParts.trim(),
    emptySince ? `on empty springs since ${emptySince}` : '',
  ].filter(Boolean)
  return capital(parts.join(', '))
}

/** Standing empty so long that each fold has to be looked at, extended, before any air goes in. */
export const emptyCaution = ({ emptySince, onStops }: ArrivalRecord): string | null =>
  emptySince !== null || (onStops !== null && onStops !== 'none')
    ? 'It stands on empty springs: before any refill, weight off them and every fold ' +
      'inspected extended. Filled under weight they buckle and tear.'
    : null

/** What nobody looked at when the car arrived. */
export const notSeenWords = (arrival: ArrivalRecord | null): readonly string[] =>
  arrival === null
    ? ['how it arrived']
    : [
        ...(arrival.onStops === null ? ['whether it sat on its bump stops'] : []),
        ...(arrival.rises === null ? ['whether it rises'] : []),
        ...(['audible', 'tyreTouches', 'pumpRunsOn', 'speedLimited'] as const).flatMap((seen) =>
          arrival[seen] === null ? [SEEN_WORDS[seen].toLowerCase()] : [],
        ),
      ]
