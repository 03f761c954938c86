import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { VehicleDetail } from '@anklet/contract'
import { chargesInForce } from '@anklet/core/physics/compressor'
import { repairWords } from '@anklet/language/repair/repairs'
import { spanWords } from '@anklet/language/plain/times'

/** Something that happened to a car between its rounds. */
export interface CarEvent {
  readonly atMs: number
  readonly kind: 'part' | 'codes' | 'calibration' | 'charge' | 'pump' | 'handover'
  readonly words: string
}

/** What a kind of event is called beside its lane. */
export const EVENT_WORDS: Readonly<Record<CarEvent['kind'], string>> = {
  part: 'parts',
  codes: 'codes',
  calibration: 'calibrated',
  charge: 'gas',
  pump: 'pump’s day',
  handover: 'handed over',
}

/** The letter an event stands by on the timeline. */
export const EVENT_MARKS: Readonly<Record<CarEvent['kind'], string>> = {
  part: 'P',
  codes: 'C',
  calibration: 'K',
  charge: 'N',
  pump: 'M',
  handover: 'H',
}

/** Parts, codes, calibrations, charges, pump days and handovers of a car, oldest first. */
export function eventsOf(
  {
    repairs,
    codeReadings,
    proof,
    charges,
    pumpDays,
  }: Pick<VehicleDetail, 'repairs' | 'codeReadings' | 'proof' | 'charges' | 'pumpDays'>,
  units: DisplayUnits,
): readonly CarEvent[] {
  const events: CarEvent[] = [
    ...repairs.map((repair) => ({
      atMs: Date.parse(repair.at),
      kind: 'part' as const,
      words: repairWords(repair),
    })),
    ...codeReadings.flatMap(({ at, codes }) =>
      codes.length === 0
        ? []
        : [
            {
              atMs: Date.parse(at),
              kind: 'codes' as const,
              words: codes.map(({ number, status }) => `${number} ${status}`).join(', '),
            },
          ],
    ),
    ...chargesInForce(charges).map(({ at, afterBarG, addedBarL }) => ({
      atMs: Date.parse(at),
      kind: 'charge' as const,
      words:
        addedBarL < 0
          ? 'Gas let out'
          : `Gas put in, to ${formatQuantity(afterBarG, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`,
    })),
    ...pumpDays.map(({ at, minutesPerDay, startsPerDay }) => ({
      atMs: Date.parse(at),
      kind: 'pump' as const,
      words: `Pump ran ${minutesPerDay.toFixed(0)} min a day, ${startsPerDay.toFixed(0)} starts`,
    })),
    ...proof.flatMap(({ at, content }): CarEvent[] =>
      content.kind === 'calibrated'
        ? [
            {
              atMs: Date.parse(at),
              kind: 'calibration',
              words: content.taught === 'no' ? 'Sensors looked at' : 'Sensors taught',
            },
          ]
        : content.kind === 'handedOver'
          ? [
              {
                atMs: Date.parse(at),
                kind: 'handover',
                words: content.proved
                  ? 'Handed over, proved'
                  : `Handed over, not proved: ${content.reason}`,
              },
            ]
          : [],
    ),
  ]
  return events.sort((a, b) => a.atMs - b.atMs)
}

/** The kinds of what happened that there are, in the order of their lanes from the top. */
export const lanesOf = (events: readonly CarEvent[]): readonly CarEvent['kind'][] =>
  (Object.keys(EVENT_MARKS) as CarEvent['kind'][]).filter((kind) =>
    events.some((event) => event.kind === kind),
  )

/** Parts that are in the car now, with how long: the newest of each kind and place. */
export function partsWithAge(
  { repairs }: Pick<VehicleDetail, 'repairs'>,
  nowMs: number,
): readonly { readonly words: string; readonly age: string }[] {
  const newest = new Map(
    repairs.map((repair) => [`${repair.part} ${[...repair.corners].sort().join()}`, repair]),
  )
  return [...newest.values()].map((repair) => ({
    words: repairWords(repair),
    age: spanWords(Math.max(0, nowMs - Date.parse(repair.at))),
  }))
}
