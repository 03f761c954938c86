import { Spoken } from '../../../kit/Spoken.tsx'
import { heightsAreGuessed } from '@anklet/core/base/starting'
import type { DeviceStatus, Frame, VehicleType } from '@anklet/contract'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { openPassages } from '@anklet/core/base/circuit'
import { completeGeometry } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useRef } from 'react'
import { useUnits } from '../../../client/queries.ts'
import { Figure } from '../../../kit/Figure.tsx'
import { useLink } from '../../../client/state/link.ts'
import { capital } from '@anklet/language/plain/corners'
import { circuitWords } from '@anklet/language/shop/circuit'
import { doubtWords, moduleWords } from '@anklet/language/shop/devices'
import { CircuitDrawing } from '../../../kit/drawings/CircuitDrawing.tsx'
import { SaveDrawing } from '../../../kit/drawings/SaveDrawing.tsx'
import { useIsPhone } from '../../../kit/useMedia.ts'
import { circuitFigures, circuitTold } from './circuitTold.ts'
import { doubtsOf } from './signals.ts'
import { LiveStrip } from './LiveStrip.tsx'

interface LiveProps {
  readonly status: DeviceStatus
  readonly type: VehicleType | null
  readonly heightPx: number
}

/** The circuit as it stands now, in words under it. */
function LiveCircuit({
  identity: { channels },
  frame,
  type: { name, architecture },
}: {
  readonly identity: DeviceStatus['identity']
  readonly frame: Frame | undefined
  readonly type: VehicleType
}): ReactNode {
  const [units, phone] = [useUnits(), useIsPhone()]
  const place = useRef<HTMLDivElement>(null)
  const told = circuitTold(channels, frame)
  return (
    <div className="max-w-[640px]" ref={place}>
      <CircuitDrawing
        architecture={architecture}
        state={told}
        figures={circuitFigures(channels, frame, architecture, units)}
        narrow={phone}
      />
      {told && (
        <p className="text-small text-ink-2">
          {circuitWords(openPassages(architecture, told), { told: true, pumpOn: told.pumpOn })}
          {told.pressure.gallery !== undefined && (
            <Spoken> The gallery says nothing of a spring behind a shut valve.</Spoken>
          )}
        </p>
      )}
      <SaveDrawing place={place} name={`Circuit ${name}`} />
    </div>
  )
}

/** A vehicle as its module tells it: a sentence, heights on the strip, the circuit, and what else it measures. */
export function Live({ status: { identity, attached }, type, heightPx }: LiveProps): ReactNode {
  const units = useUnits()
  const frames = useLink((link) => link.frames[identity.id])
  const linked = useLink((link) => link.open)
  const frame = frames?.at(-1)
  const value = (id: string): number | null => frame?.values[id] ?? null
  const [pump, supply] = [value('pump'), value('supply')]
  const doubts = doubtsOf(
    identity.channels,
    frames ?? [],
    type?.geometry.corners.FL.designHeightMm ?? null,
  )
  const words = !attached
    ? 'It is away: nothing was heard of it for some seconds.'
    : !frame
      ? 'Listening …'
      : frame.module
        ? moduleWords(frame.module)
        : 'It tells its values.'
  return (
    <section aria-label="Live" className="grid min-w-0 gap-3">
      <p className="say-small" aria-live="polite">
        {words}
        {!linked && frame ? ' (the link is interrupted; this is the last it said)' : ''}
      </p>
      {doubts.map(({ place, doubt }) => (
        <p key={`${place}${doubt.code}`} className="hint">
          {capital(place)}: {doubtWords(doubt)}
        </p>
      ))}
      <LiveStrip
        channels={identity.channels}
        frame={frame}
        geometry={type && !heightsAreGuessed(type.guesses) ? completeGeometry(type.geometry) : null}
        units={units}
        heightPx={heightPx}
      />
      <div>
        {type && <LiveCircuit identity={identity} frame={frame} type={type} />}
        <div className="grid max-w-[600px] gap-x-8 sm:grid-cols-2">
          {pump !== null && (
            <Figure
              words="pump, by its sensor"
              value={formatQuantity(pump, 'temperature', units)}
              unit={UNIT_LABEL[units.temperature]}
            />
          )}
          {supply !== null && <Figure words="supply" value={supply.toFixed(1)} unit="V" />}
        </div>
      </div>
    </section>
  )
}
