import type { AirAmount } from '@anklet/core/physics/compressor'
import type { PerCorner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'

/** The air in each spring, bar-litre. @param byGauge whether it says too what a workshop table would */
export function AirByCorner({
  corners,
  byGauge = false,
}: {
  readonly corners: PerCorner<AirAmount>
  readonly byGauge?: boolean
}): ReactNode {
  return (
    <div className="corners max-w-[560px]">
      {WALK.map((corner) => (
        <div
          key={corner}
          style={{ gridArea: corner }}
          role="group"
          aria-label={capital(CORNER_WORDS[corner])}
        >
          <p className="font-semibold">{corner}</p>
          <p className={byGauge ? 'num text-figure' : 'num text-figure'}>
            {corners[corner].airBarL.toFixed(1)}
          </p>
          {byGauge && (
            <p className="text-note text-ink-2">{corners[corner].gaugeBarL.toFixed(1)} by gauge</p>
          )}
        </div>
      ))}
    </div>
  )
}
