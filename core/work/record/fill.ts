import type { PumpRating } from '../../physics/compressor/index.ts'
import { fillTime } from '../../physics/compressor/index.ts'
import { buildRig, designPressureBarG, springVolumeL } from '../../physics/pneumatics/index.ts'
import { kelvin, T_REF_K } from '../../base/units/index.ts'
import type { Corner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { axleMate, CORNERS } from '../../base/vehicle/index.ts'

/**
 * What is filled: corners in the maker's order, wheels hanging to the seating pressure, or at
 * standing height.
 */
export interface FillAsked {
  readonly vehicle: VehicleGeometry
  readonly corners: readonly Corner[]
  readonly posture: 'hanging' | 'standing'
  /** By the maker's instructions, bar gauge; only asked with wheels hanging. */ readonly seatingBarG:
    number | null
  readonly temperatureC: number
}
/** Air one spring takes from empty, and the pressure it has then. */
export interface FillNeed {
  readonly corner: Corner
  readonly toBarG: number
  readonly volumeL: number
  readonly airBarL: number
}

/**
 * Air each spring takes from empty: at standing height what carries its load there, with wheels
 * hanging its seating pressure over the volume at full droop.
 * @returns null where the seating pressure is not known.
 */
export function fillNeeds({
  vehicle,
  corners,
  posture,
  seatingBarG,
  temperatureC,
}: FillAsked): readonly FillNeed[] | null {
  if (posture === 'hanging' && seatingBarG === null) return null
  const rig = buildRig(vehicle)
  return corners.map((corner) => {
    const i = CORNERS.indexOf(corner)
    const toBarG = posture === 'hanging' ? seatingBarG! : designPressureBarG(rig, i)
    const volumeL = springVolumeL(rig, i, posture === 'hanging' ? rig.droopMm[i]! : 0)
    return { corner, toBarG, volumeL, airBarL: toBarG * volumeL * (T_REF_K / kelvin(temperatureC)) }
  })
}

/**
 * A stage: one spring, up to a pressure; then the pump rests. `seconds` null: the pump's figures
 * are not known, or it does not get there.
 */
export interface FillStage {
  readonly corner: Corner
  readonly fromBarG: number
  readonly toBarG: number
  readonly airBarL: number
  readonly seconds: number | null
  readonly restS: number
}

/**
 * A cold pump is not run longer than this at one go, and rests at least as long: ours, rough, of
 * no maker, s.
 */
export const RUN_S = 45
const REST_SHARE = 1.5
/** Rest after such a run, s. */
export const REST_S = Math.round(RUN_S * REST_SHARE)
/** Air of one stage where nobody knows what the pump delivers, bar-litre. */
const STAGE_BAR_L = 6
/** Wheels of an axle take turns at least so often, so that both sides rise alike. */
const LEAST_STAGES = 2

/**
 * The fill in stages by the litres it takes, both sides of an axle in turn, the pump resting in
 * between.
 * @param pump null: not known; stages go by litres then.
 */
export function fillStages(
  needs: readonly FillNeed[],
  pump: PumpRating | null,
  temperatureC: number,
): readonly FillStage[] {
  const secondsTo = (need: FillNeed, fromBarG: number, toBarG: number): number | null => {
    if (!pump) return null
    const answer = fillTime({ volumeL: need.volumeL, fromBarG, toBarG, ...pump, temperatureC })
    return answer.ok ? answer.value.seconds : null
  }
  const done = new Set<Corner>()
  const stages: FillStage[] = []
  for (const need of needs) {
    if (done.has(need.corner)) continue
    const together = [need, ...needs.filter(({ corner }) => corner === axleMate(need.corner))]
    const whole = Math.max(...together.map((each) => secondsTo(each, 0, each.toBarG) ?? 0))
    const count = Math.max(
      LEAST_STAGES,
      Math.ceil(
        pump && whole > 0
          ? whole / RUN_S
          : Math.max(...together.map(({ airBarL }) => airBarL)) / STAGE_BAR_L,
      ),
    )
    for (let k = 0; k < count; k += 1) {
      for (const each of together) {
        const [fromBarG, toBarG] = [(each.toBarG * k) / count, (each.toBarG * (k + 1)) / count]
        const seconds = secondsTo(each, fromBarG, toBarG)
        stages.push({
          corner: each.corner,
          fromBarG,
          toBarG,
          airBarL: each.airBarL / count,
          seconds,
          restS: Math.round((seconds ?? RUN_S) * REST_SHARE),
        })
      }
    }
    for (const { corner } of together) done.add(corner)
  }
  return stages
}

/**
 * What the sides of an axle say while they fill. `what`: heights over where the lift holds it, mm;
 * or pressures, bar gauge.
 */
export interface Sides {
  readonly what: 'mm' | 'bar'
  readonly left: number
  readonly right: number
}
/** `neither`: nothing has come yet. */
export type SidesVerdict = 'neither' | 'alike' | 'leftLags' | 'rightLags'

/** Closer than this sides rise alike: what a tape and a sensor leave open. */
const NEAR = { mm: 8, bar: 0.4 } as const
const SHARE = 0.25

/** Whether both sides rise alike. */
export function sidesAlike({ what, left, right }: Sides): SidesVerdict {
  const most = Math.max(left, right)
  if (most < NEAR[what] / 2) return 'neither'
  if (Math.abs(left - right) <= Math.max(NEAR[what], SHARE * most)) return 'alike'
  return left < right ? 'leftLags' : 'rightLags'
}

/** Seconds of filling after which something must have come. */
const PATIENCE_S = 10
/** Less than this in the gallery is nothing, bar gauge. */
const NOTHING_BARG = 0.3

/**
 * What a fill that does not get on means: nothing builds, or it builds in the gallery and does not
 * get into the spring.
 */
export type FillDoubt = 'nothingBuilds' | 'blocked' | null

/**
 * @param rose whether the spring's height or pressure has risen since.
 * @param galleryBarG pressure against the spring's own valve
 */
export function fillDoubt({
  runS,
  galleryBarG,
  toBarG,
  rose,
}: {
  readonly runS: number
  readonly galleryBarG: number | null
  readonly toBarG: number
  readonly rose: boolean
}): FillDoubt {
  if (runS < PATIENCE_S || galleryBarG === null || rose) return null
  if (galleryBarG < NOTHING_BARG) return 'nothingBuilds'
  return galleryBarG > 2 * toBarG ? 'blocked' : null
}

/**
 * Warmer than this a pump is left to rest, and from here on it may go on, degC: well under where
 * pumps stop themselves; ours, of no maker.
 */
export const PUMP_WARM = { restC: 85, onC: 65 } as const
/** Whether the pump rests. @param resting whether it does already */
export const pumpRests = (pumpC: number | null, resting: boolean): boolean =>
  pumpC !== null && pumpC >= (resting ? PUMP_WARM.onC : PUMP_WARM.restC)
