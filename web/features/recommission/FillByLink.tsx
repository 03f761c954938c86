import { fillOrder } from './model.ts'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Job } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { fillDoubt, pumpRests, REST_S, RUN_S } from '@anklet/core/work/record'
import type { FillStage } from '@anklet/core/work/record'
import { ArrowUpFromLine, OctagonX, Thermometer } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { useHold, useOrder } from '../../client/devices.ts'
import { useUnits } from '../../client/queries.ts'
import { useNow } from '../../kit/useNow.ts'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { FILL_DOUBT_WORDS } from '@anklet/language/work/work'
import type { CarLive } from '../job/link/carLive.ts'
import type { OnWork } from '../job/record/useWork.ts'
import { PumpRest, usePumpRest } from './PumpRest.tsx'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

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
        <span className="num text-title">
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
          <span className="num text-title">
            {formatQuantity(pumpC, 'temperature', units)}
            <span className="unit">{UNIT_LABEL[units.temperature]}</span>
          </span>
        </p>
      )}
    </div>
  )
}

interface ByLinkProps {
  readonly job: Job
  readonly work: OnWork
  readonly corner: Corner
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
  const { restMs, rest } = usePumpRest(job)
  const hanging = work.run.car.body === 'hanging'
  const pumpC = frame?.values['pump'] ?? null
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
    rest(stage?.restS ?? REST_S)
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
    (restMs !== null && pumpC === null) ||
    (hanging && stage === undefined)
  const error = order.error ?? held.error
  return { corner, hanging, order, pumpC, warm, restMs, doubt, go, waitsFirst, error }
}

/** Fills by command in stages, while the link shows pressure, heights and the pump’s warmth. */
export function FillByLink(props: ByLinkProps): ReactNode {
  const units = useUnits()
  const { stage } = props
  const fill = useFillByLink(props)
  return (
    <div className="grid gap-3">
      <FillFigures live={props.car.live} pumpC={fill.pumpC} />
      <PumpRest warm={fill.warm} restMs={fill.restMs} />
      {fill.doubt && (
        <Notice kind="caution" urgent>
          {FILL_DOUBT_WORDS[fill.doubt]}
        </Notice>
      )}
      <div className="flex flex-wrap gap-2">
        <Button big className="flex-1" disabled={fill.waitsFirst} onClick={fill.go}>
          <ArrowUpFromLine size={22} aria-hidden />
          {!fill.hanging
            ? 'Ask for raise'
            : stage
              ? `Fill the ${CORNER_WORDS[fill.corner]} to ` +
                `${formatQuantity(stage.toBarG, 'pressure', units)} ` +
                `${UNIT_LABEL[units.pressure]}`
              : 'Every stage is reached'}
        </Button>
        <Button look="go" big onClick={() => fill.order.mutate({ action: 'stop' })}>
          <OctagonX size={22} aria-hidden />
          Stop
        </Button>
      </div>
      <RefusalOf asked={fill} />
    </div>
  )
}
