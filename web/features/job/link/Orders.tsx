import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { DeviceAction, DeviceStatus } from '@anklet/contract'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import { ArrowDownToLine, ArrowUpFromLine, OctagonX } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { CornerGlyph } from '../../../kit/CornerGlyph.tsx'
import { Refused } from '../../../client/api.ts'
import { useHold, useOrder } from '../../../client/devices.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { ACTION_WORDS } from '@anklet/language/shop/devices'
import { Button, Tap } from '../../../kit/Button.tsx'
import { Tick } from '../../../kit/Tick.tsx'

interface OrdersProps {
  readonly status: DeviceStatus
  readonly architecture: Architecture
  readonly jobId: string | null
}

/** Says that the folds were looked at before air goes in. */
function FoldsSeen({
  seen,
  onSeen,
}: {
  readonly seen: boolean
  onSeen(next: boolean): void
}): ReactNode {
  return (
    <Tick on={seen} onTick={onSeen}>
      Every fold was looked at with the suspension extended
    </Tick>
  )
}

function WhichCorner({
  corners,
  chosen,
  onChoose,
}: {
  readonly corners: readonly Corner[]
  readonly chosen: Corner
  onChoose(next: Corner): void
}): ReactNode {
  return corners.map((each) => (
    <Tap
      on={each === chosen}
      key={each}
      aria-label={capital(CORNER_WORDS[each])}
      onClick={() => onChoose(each)}
    >
      {each}
    </Tap>
  ))
}

/**
 * What the module can be asked to do. It moves the car: one corner is said by word and picture,
 * and stop is always at hand.
 */
export function Orders({ status: { identity }, architecture, jobId }: OrdersProps): ReactNode {
  const corners = WALK.filter((each) => hasAirAtCorner(architecture, each))
  const [corner, setCorner] = useState<Corner>(corners[0] ?? 'RL')
  const [folds, setFolds] = useState(false)
  const [working, setWorking] = useState(false)
  const held = useHold(working ? identity.id : null, jobId)
  const order = useOrder(identity.id, jobId)
  const can = (action: DeviceAction): boolean => identity.actions.includes(action)
  const ask = (
    action: DeviceAction,
    more: { readonly corner?: Corner; readonly forS?: number } = {},
  ): void => {
    if (!order.isPending)
      order.mutate(
        { action, foldsInspected: folds, ...more },
        { onSuccess: () => setWorking(true) },
      )
  }
  const button = (
    action: DeviceAction,
    more: { readonly corner?: Corner; readonly forS?: number } = {},
    icon: ReactNode = null,
  ): ReactNode =>
    can(action) && (
      <Button onClick={() => ask(action, more)}>
        {icon}
        {ACTION_WORDS[action]}
      </Button>
    )
  const error = held.error ?? order.error
  const asksFolds = error instanceof Refused && error.path === '/foldsInspected'
  return (
    <section aria-label="Orders" className="grid gap-3">
      <p className="text-small text-ink-2">
        These move the car or its air. Nobody under it, doors shut, hands clear of wheels and
        bellows.
      </p>
      <div className="flex flex-wrap gap-2">
        {button('raise')}
        {button('lower')}
        {button('pump', { forS: 20 })}
        <Button look="go" onClick={() => order.mutate({ action: 'stop' })}>
          <OctagonX size={18} aria-hidden />
          Stop
        </Button>
      </div>
      {(can('fill') || can('vent')) && (
        <div className="flex flex-wrap items-center gap-2">
          <CornerGlyph lit={[corner]} size={46} />
          <WhichCorner corners={corners} chosen={corner} onChoose={setCorner} />
          {button('fill', { corner, forS: 3 }, <ArrowUpFromLine size={18} aria-hidden />)}
          {button('vent', { corner, forS: 3 }, <ArrowDownToLine size={18} aria-hidden />)}
        </div>
      )}
      {can('vent') && (
        <Button className="w-fit" onClick={() => ask('vent', { forS: 20 })}>
          <ArrowDownToLine size={18} aria-hidden />
          Let {architecture.reservoir ? 'gallery and reservoir' : 'the gallery'} down
        </Button>
      )}
      <div className="flex flex-wrap gap-2">
        {architecture.liftingMode !== 'none' && (
          <>
            {button('liftingOn')}
            {button('liftingOff')}
          </>
        )}
      </div>
      <RefusalOf asked={{ error }} />
      {(asksFolds || folds) && <FoldsSeen seen={folds} onSeen={setFolds} />}
    </section>
  )
}
