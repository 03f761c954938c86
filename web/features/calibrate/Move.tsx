import { RefusalOf } from '../../client/RefusalOf.tsx'
import { ArrowDownToLine, ArrowUpFromLine, OctagonX } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useHold, useOrder } from '../../client/devices.ts'
import { moduleWords } from '@anklet/language/shop/devices'
import type { CarLive } from '../job/link/carLive.ts'
import { Button } from '../../kit/Button.tsx'

interface MoveProps {
  readonly car: CarLive
  readonly jobId: string
  /** Where it is to stand. */ readonly levelId: string
}

/** Brings a linked car to a level: what its module does, up, down, stop. */
export function Move({ car, jobId, levelId }: MoveProps): ReactNode {
  const deviceId = car.status.identity.id
  const [working, setWorking] = useState(false)
  const held = useHold(working ? deviceId : null, jobId)
  const order = useOrder(deviceId, jobId)
  const module = car.frame?.module
  const there = module?.levelId === levelId
  const moving = module !== undefined && (module.pumpOn || module.open.length > 0)
  const ask = (action: 'raise' | 'lower' | 'stop'): void =>
    order.mutate({ action }, { onSuccess: () => setWorking(true) })
  const error = held.error ?? order.error
  return (
    <div className="grid gap-2">
      <p aria-live="polite" className={there && !moving ? 'font-semibold' : 'text-ink-2'}>
        {module ? moduleWords(module) : 'Listening …'}
        {module && !there
          ? ` Its level is ${module.levelId}.`
          : moving
            ? ' Wait until it stands.'
            : ''}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => ask('raise')}>
          <ArrowUpFromLine size={18} aria-hidden />
          Raise
        </Button>
        <Button onClick={() => ask('lower')}>
          <ArrowDownToLine size={18} aria-hidden />
          Lower
        </Button>
        <Button onClick={() => ask('stop')}>
          <OctagonX size={18} aria-hidden />
          Stop
        </Button>
      </div>
      <RefusalOf asked={{ error }} />
    </div>
  )
}
