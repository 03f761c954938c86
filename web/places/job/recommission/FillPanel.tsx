import type { DeviceStatus, Job } from '@anklet/contract'
import { formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/units'
import type { Corner } from '@anklet/core/vehicle'
import { AXLE_CORNERS, AXLE_OF, axleMate, completeGeometry } from '@anklet/core/vehicle'
import {
  fillDoubt,
  fillNeeds,
  fillStages,
  PUMP_WARM,
  pumpRests,
  REST_S,
  RUN_S,
  sidesAlike,
} from '@anklet/core/work'
import type { FillStage } from '@anklet/core/work'
import { clsx } from 'clsx'
import { ArrowUpFromLine, Hourglass, OctagonX, Thermometer } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { sentenceOf } from '../../../data/api.ts'
import { useHold, useOrder } from '../../../data/devices.ts'
import { useUnits } from '../../../data/queries.ts'
import { useNow } from '../../../parts/useNow.ts'
import { parseNumber } from '../../../state/typed.ts'
import { steadyNow } from '../../../state/steadyClock.ts'
import { useWaits } from '../../../state/waits.ts'
import { capital, CORNER_WORDS } from '../../../words/corners.ts'
import { countdownWords, secondsWords } from '../../../words/times.ts'
import { FILL_DOUBT_WORDS, sidesWords } from '../../../words/work.ts'
import type { CarLive } from '../run/carLive.ts'
import type { OnWork } from '../run/useWork.ts'

/** One command lasts at most so long: nobody stands beside a pump that runs on by itself, s. */
const LONGEST_S = 60
/** A day nobody said the temperature of, degC. */
const USUAL_C = 15

/** Stages shown at a time. */
const SHOWN = 3

interface FillProps {
  readonly job: Job
  readonly work: OnWork
  readonly car: CarLive | null
  readonly corner: Corner
  readonly peaks: Readonly<Record<string, number>>
}

interface StagesProps {
  readonly stages: readonly FillStage[]
  readonly reached: (stage: FillStage) => boolean
}

function Stages({ stages, reached }: StagesProps): ReactNode {
  const units = useUnits()
  const [next, ...after] = stages.filter((stage) => !reached(stage))
  const shown = next ? [next, ...after.slice(0, SHOWN - 1)] : []
  return (
    <ol aria-label="Stages" className="grid gap-1">
      {shown.map((stage) => (
        <li
          key={`${stage.corner}${stage.toBarG}`}
          className={clsx(
            'flex flex-wrap items-baseline gap-x-3 border-b border-edge py-1 text-[15px]',
            stage === next ? 'font-semibold' : 'text-ink-2',
          )}
        >
          <span className="min-w-[92px]">{capital(CORNER_WORDS[stage.corner])}</span>
          <span className="num">
            to {formatQuantity(stage.toBarG, 'pressure', units)} {UNIT_LABEL[units.pressure]}
          </span>
          <span className="num">{stage.airBarL.toFixed(1)} bar·L</span>
          {stage.seconds !== null && <span className="num">{secondsWords(stage.seconds)}</span>}
          <span className="text-[13.5px]">then rest {secondsWords(stage.restS)}</span>
        </li>
      ))}
      {after.length >= SHOWN && (
        <li className="text-[14px] text-ink-2">and {after.length - SHOWN + 1} more</li>
      )}
    </ol>
  )
}

function Sides({
  work,
  car,
  corner,
  peaks,
  stages,
  reached,
}: Omit<FillProps, 'job'> & StagesProps): ReactNode {
  const axle = AXLE_OF[corner]
  const [left, right] = AXLE_CORNERS[axle]
  const hanging = work.run.car.body === 'hanging'
  const values = hanging
    ? [peaks[left], peaks[right]]
    : [car?.live.offMm[left], car?.live.offMm[right]]
  if (typeof values[0] !== 'number' || typeof values[1] !== 'number')
    return (
      <p className="text-[15px] text-ink-2">
        Both sides of the {axle} must rise alike: look at both while they take pressure.
      </p>
    )
  // In stages one side is ahead on purpose, until the other has had its turn.
  const had = (side: Corner): number =>
    stages.filter((each) => each.corner === side && reached(each)).length
  if (hanging && had(left) !== had(right))
    return (
      <p className="text-[16px]">
        The {CORNER_WORDS[had(left) < had(right) ? left : right]} comes next.
      </p>
    )
  const verdict = sidesAlike({
    what: hanging ? 'bar' : 'mm',
    left: Math.max(0, values[0]),
    right: Math.max(0, values[1]),
  })
  return (
    <p
      className={
        verdict === 'leftLags' || verdict === 'rightLags' ? 'caution' : 'text-[16px] font-medium'
      }
      role="status"
    >
      {sidesWords(axle, verdict)}
    </p>
  )
}

/** What the link shows while a corner is filled. */
function FillFigures({
  live,
  pumpC,
}: {
  readonly live: CarLive['live']
  readonly pumpC: number | null
}): ReactNode {
  const units = useUnits()
  return (
    <div className="grid grid-cols-2 gap-x-8 sm:grid-cols-3">
      <p className="figure">
        <span className="text-ink-2">
          gallery{live.open.length > 0 ? `, ${live.open.join(' and ')} open` : ''}
        </span>
        <span className="num text-[24px]">
          {live.galleryBarG === null ? '–' : formatQuantity(live.galleryBarG, 'pressure', units)}
          <span className="unit">{UNIT_LABEL[units.pressure]}</span>
        </span>
      </p>
      {pumpC !== null && (
        <p className="figure">
          <span className="flex items-center gap-1 text-ink-2">
            <Thermometer size={16} aria-hidden />
            pump
          </span>
          <span className="num text-[24px]">
            {formatQuantity(pumpC, 'temperature', units)}
            <span className="unit">{UNIT_LABEL[units.temperature]}</span>
          </span>
        </p>
      )}
    </div>
  )
}

/** Why the pump rests, and how much longer. */
function PumpRest({
  warm,
  restMs,
}: {
  readonly warm: boolean
  /** Rest left, ms; null: none. */ readonly restMs: number | null
}): ReactNode {
  const units = useUnits()
  if (warm)
    return (
      <p className="hint" role="status">
        The pump is warm: it rests until {formatQuantity(PUMP_WARM.onC, 'temperature', units)}{' '}
        {UNIT_LABEL[units.temperature]}. A first fill is the hardest hour of its life.
      </p>
    )
  return (
    restMs !== null && (
      <p className="hint flex items-center gap-2" role="status">
        <Hourglass size={18} aria-hidden />
        The pump rests: <b className="num">{countdownWords(restMs)}</b>
      </p>
    )
  )
}

type ByLinkProps = FillProps & {
  readonly car: CarLive
  readonly stage: FillStage | undefined
  readonly targetBarG: number | null
}

/**
 * The fill by command as it goes: what was ordered, whether the pump must rest, and what stops it
 * by itself.
 */
function useFillByLink({ job, work, car, corner: asked, stage, targetBarG }: ByLinkProps) {
  useNow(500)
  const { status, live, frame } = car
  const corner = stage?.corner ?? asked
  const order = useOrder(status.identity.id, job.id)
  const [since, setSince] = useState<{
    readonly atS: number
    readonly offMm: number | null
  } | null>(null)
  const [resting, setResting] = useState(false)
  const held = useHold(since !== null ? status.identity.id : null, job.id)
  const start = useWaits((waits) => waits.start)
  const waits = useWaits((all) => all.waits)
  const hanging = work.run.car.body === 'hanging'
  const pumpC = frame?.values['pump'] ?? null
  const now = steadyNow()
  const rest = waits.find(({ id, dueMs }) => id.startsWith(`rest ${job.id}`) && dueMs > now)
  const warm = pumpRests(pumpC, resting)
  const filling = frame?.module?.mode === 'actuated' || frame?.module?.mode === 'raising'
  const runS = since && frame ? frame.atS - since.atS : 0
  const there =
    hanging &&
    stage !== undefined &&
    live.open.includes(corner) &&
    live.galleryBarG !== null &&
    live.galleryBarG >= stage.toBarG
  const stop = (): void => {
    order.mutate({ action: 'stop' })
    start({
      id: `rest ${job.id} ${Math.round(steadyNow() / 1000)}`,
      jobId: job.id,
      plate: job.vehicle.plate,
      words: 'the rest of the pump',
      dueMs: steadyNow() + (stage?.restS ?? REST_S) * 1000,
    })
  }
  useEffect(() => {
    if (warm !== resting) setResting(warm)
  }, [warm, resting])
  // The stage is reached, the pump has run for long enough, or is warm: it stops by itself.
  const longRun = !hanging && filling && runS >= RUN_S
  useEffect(() => {
    if (filling && !order.isPending && (there || warm || longRun)) stop()
  })
  const rose = hanging
    ? there || (live.galleryBarG ?? 0) > 0.5
    : since !== null && since.offMm !== null && (live.offMm[corner] ?? 0) - since.offMm > 2
  const doubt = filling
    ? fillDoubt({ runS, galleryBarG: live.galleryBarG, toBarG: targetBarG ?? 20, rose })
    : null
  const go = (): void =>
    order.mutate(fillOrder(hanging, corner, stage), {
      onSuccess: () => setSince({ atS: frame?.atS ?? 0, offMm: live.offMm[corner] ?? null }),
    })
  const waitsFirst =
    order.isPending ||
    warm ||
    filling ||
    (rest !== undefined && pumpC === null) ||
    (hanging && stage === undefined)
  const restMs = rest ? rest.dueMs - now : null
  const error = order.error ?? held.error
  return { corner, hanging, order, pumpC, warm, restMs, doubt, go, waitsFirst, error }
}

/** What the module is told: with wheels hanging one corner's stage, on its wheels a raise. */
const fillOrder = (hanging: boolean, corner: Corner, stage: FillStage | undefined) =>
  hanging
    ? {
        action: 'fill' as const,
        corner,
        forS: Math.min(LONGEST_S, Math.ceil((stage?.seconds ?? 30) * 1.5)),
        foldsInspected: true,
      }
    : { action: 'raise' as const, foldsInspected: true }

/** Fills by command in stages, while the link shows pressure, heights and the pump’s warmth. */
function ByLink(props: ByLinkProps): ReactNode {
  const units = useUnits()
  const { stage } = props
  const fill = useFillByLink(props)
  return (
    <div className="grid gap-3">
      <FillFigures live={props.car.live} pumpC={fill.pumpC} />
      <PumpRest warm={fill.warm} restMs={fill.restMs} />
      {fill.doubt && (
        <p className="caution" role="alert">
          {FILL_DOUBT_WORDS[fill.doubt]}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-big flex-1"
          disabled={fill.waitsFirst}
          onClick={fill.go}
        >
          <ArrowUpFromLine size={22} aria-hidden />
          {!fill.hanging
            ? 'Ask for raise'
            : stage
              ? `Fill the ${CORNER_WORDS[fill.corner]} to ` +
                `${formatQuantity(stage.toBarG, 'pressure', units)} ` +
                `${UNIT_LABEL[units.pressure]}`
              : 'Every stage is reached'}
        </button>
        <button
          type="button"
          className="btn btn-go btn-big"
          onClick={() => fill.order.mutate({ action: 'stop' })}
        >
          <OctagonX size={22} aria-hidden />
          Stop
        </button>
      </div>
      {fill.error && (
        <p className="wrong" role="alert">
          {sentenceOf(fill.error)}
        </p>
      )}
    </div>
  )
}

/**
 * The fill of a corner in stages with rests, both sides of its axle in turn; by command where the
 * link can, else by whoever holds the tool.
 */
export function FillPanel(props: FillProps): ReactNode {
  const { job, work, car, corner, peaks } = props
  const units = useUnits()
  const [typed, setTyped] = useState('')
  const { architecture, geometry } = job.vehicleType
  const hanging = work.run.car.body === 'hanging'
  const said = parseNumber(typed)
  const seatingBarG =
    architecture.seatingPressureBarG ??
    (said === null ? null : fromDisplay(said, 'pressure', units))
  const mate = axleMate(corner)
  const both = [
    corner,
    ...work.run.steps.flatMap(({ step, state }) =>
      step.place === mate && step.gives.includes('filled') && state !== 'done' ? [mate] : [],
    ),
  ]
  const temperatureC = job.rounds.at(-1)?.temperatureC ?? USUAL_C
  const needs = fillNeeds({
    vehicle: completeGeometry(geometry),
    corners: both,
    posture: hanging ? 'hanging' : 'standing',
    seatingBarG,
    temperatureC,
  })
  const stages = needs ? fillStages(needs, null, temperatureC) : []
  const reached = (stage: FillStage): boolean => (peaks[stage.corner] ?? 0) >= stage.toBarG - 0.05
  // Both sides in turn, whichever of the two steps is open.
  const stage = stages.find((each) => !reached(each))
  const status: DeviceStatus | null = car?.status ?? null
  return (
    <section aria-label="Filling" className="grid gap-3 rounded-md border border-edge bg-sheet p-4">
      {hanging && architecture.seatingPressureBarG === null && (
        <div>
          <label className="label" htmlFor="seating">
            Seating pressure by the maker’s instructions, {UNIT_LABEL[units.pressure]}: not entered
            for this type, look it up
          </label>
          <input
            id="seating"
            className="field num max-w-[180px] text-[20px]"
            inputMode="decimal"
            maxLength={7}
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </div>
      )}
      {needs && (
        <p className="text-[15px] text-ink-2">
          From empty{' '}
          {needs
            .map((need) => `${CORNER_WORDS[need.corner]} ${need.airBarL.toFixed(1)} bar·L`)
            .join(', ')}
          {hanging
            ? ': in stages, the pump resting in between.'
            : `: in runs of ${secondsWords(RUN_S)} at most, the pump resting ${secondsWords(REST_S)} in between.`}{' '}
          Stages, runs and rests are ours, of no maker.
        </p>
      )}
      <Sides
        work={work}
        car={car}
        corner={corner}
        peaks={peaks}
        stages={stages}
        reached={reached}
      />
      {car && status?.identity.actions.includes('fill') ? (
        <ByLink
          {...props}
          car={car}
          stage={stage}
          targetBarG={
            needs?.find((need) => need.corner === (stage?.corner ?? corner))?.toBarG ?? null
          }
        />
      ) : (
        <p className="text-[15px]">
          {hanging
            ? 'Fill it by the tool’s command, stage by stage.'
            : 'Ask for raise by the level switch; if the pump does not start, cycle the switch.'}
        </p>
      )}
      {hanging && stages.length > 0 && <Stages stages={stages} reached={reached} />}
    </section>
  )
}
