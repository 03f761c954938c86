import { inPartsWords, byHandWords } from '@anklet/language/work/filling'
import type { Job } from '@anklet/contract'
import { formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, AXLE_OF, axleMate, completeGeometry } from '@anklet/core/base/vehicle'
import { fillNeeds, fillStages, sidesAlike } from '@anklet/core/work/record'
import type { FillStage } from '@anklet/core/work/record'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useUnits } from '../../client/queries.ts'
import { parseNumber } from '../../kit/typed.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { secondsWords } from '@anklet/language/plain/times'
import { sidesWords } from '@anklet/language/work/work'
import type { CarLive } from '../job/link/carLive.ts'
import type { OnWork } from '../job/record/useWork.ts'
import { FillByHand } from './FillByHand.tsx'
import { FillByLink } from './FillByLink.tsx'
import { handStages, ticksCountFrom } from './handStages.ts'
import { Field, FigureInput } from '../../kit/Field.tsx'

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
            'flex flex-wrap items-baseline gap-x-3 border-b border-edge py-1 text-body',
            stage === next ? 'font-semibold' : 'text-ink-2',
          )}
        >
          <span className="min-w-[92px]">{capital(CORNER_WORDS[stage.corner])}</span>
          <span className="num">
            to {formatQuantity(stage.toBarG, 'pressure', units)} {UNIT_LABEL[units.pressure]}
          </span>
          <span className="num">{stage.airBarL.toFixed(1)} bar·L</span>
          {stage.seconds !== null && <span className="num">{secondsWords(stage.seconds)}</span>}
          <span className="text-small">then rest {secondsWords(stage.restS)}</span>
        </li>
      ))}
      {after.length >= SHOWN && (
        <li className="text-small text-ink-2">and {after.length - SHOWN + 1} more</li>
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
      <p className="text-body text-ink-2">
        Both sides of the {axle} must rise alike: look at both while they take pressure.
      </p>
    )
  // In stages one side is ahead on purpose, until the other has had its turn.
  const had = (side: Corner): number =>
    stages.filter((each) => each.corner === side && reached(each)).length
  if (hanging && had(left) !== had(right))
    return (
      <p className="text-lead">
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
        verdict === 'leftLags' || verdict === 'rightLags' ? 'caution' : 'text-lead font-medium'
      }
      role="status"
    >
      {sidesWords(axle, verdict)}
    </p>
  )
}

/** What wheels that hang are filled to, where nobody entered it for the type. */
function SeatingPressure({
  typed,
  onType,
}: {
  readonly typed: string
  onType(typed: string): void
}): ReactNode {
  const units = useUnits()
  return (
    <Field
      label={
        <>
          Seating pressure by the maker’s instructions, {UNIT_LABEL[units.pressure]}: not entered
          for this type, look it up
        </>
      }
      id="seating"
    >
      <FigureInput
        className="max-w-[180px] text-figure"
        maxLength={7}
        value={typed}
        onText={onType}
      />
    </Field>
  )
}

/** What is filled, in which stages, and how far it has got. */
function useFill({ job, work, corner, peaks }: FillProps, typedBarG: number | null) {
  const { architecture, geometry } = job.vehicleType
  const hanging = work.run.car.body === 'hanging'
  const mate = axleMate(corner)
  // Both sides in turn, whichever of the two steps is open.
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
    seatingBarG: architecture.seatingPressureBarG ?? typedBarG,
    temperatureC,
  })
  const stages = needs ? fillStages(needs, null, temperatureC) : []
  const reached = (stage: FillStage): boolean => (peaks[stage.corner] ?? 0) >= stage.toBarG - 0.05
  return { hanging, both, needs, stages, reached }
}

/**
 * The fill of a corner in stages with rests, both sides of its axle in turn; by command where the
 * link can, else by whoever holds the tool.
 */
export function FillPanel(props: FillProps): ReactNode {
  const { job, work, car, corner, peaks } = props
  const units = useUnits()
  const [typed, setTyped] = useState('')
  const { architecture } = job.vehicleType
  const said = parseNumber(typed)
  const fill = useFill(props, said === null ? null : fromDisplay(said, 'pressure', units))
  const { hanging, both, needs, stages, reached } = fill
  const stage = stages.find((each) => !reached(each))
  const byLink = car?.status.identity.actions.includes('fill') ?? false
  const closed = architecture.layout === 'closed'
  return (
    <section aria-label="Filling" className="grid gap-3 rounded-md border border-edge bg-sheet p-4">
      {hanging && architecture.seatingPressureBarG === null && (
        <SeatingPressure typed={typed} onType={setTyped} />
      )}
      {needs && (
        <p className="text-body text-ink-2">
          From empty{' '}
          {needs
            .map((need) => `${CORNER_WORDS[need.corner]} ${need.airBarL.toFixed(1)} bar·L`)
            .join(', ')}
          {inPartsWords(hanging, closed)} Stages, runs and rests are ours, of no maker.
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
      {byLink && car ? (
        <>
          <FillByLink
            job={job}
            work={work}
            car={car}
            corner={corner}
            stage={stage}
            targetBarG={
              needs?.find((need) => need.corner === (stage?.corner ?? corner))?.toBarG ?? null
            }
          />
          {hanging && stages.length > 0 && <Stages stages={stages} reached={reached} />}
        </>
      ) : (
        <>
          <p className="text-body">
            {byHandWords(hanging, closed, architecture.levels.length > 1)}
          </p>
          {stages.length > 0 && (
            <FillByHand
              job={job}
              of={`${AXLE_OF[corner]} ${hanging ? 'hanging' : 'standing'}`}
              stages={handStages({ stages, hanging, closed })}
              countFromMs={ticksCountFrom(work.run, both)}
              closed={closed}
            />
          )}
        </>
      )}
    </section>
  )
}
