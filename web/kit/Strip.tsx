import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { DisplayUnits } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import type { StripCorner } from './stripCorner.ts'
import { stripRange } from './stripRange.ts'
import { StripScale } from './StripScale.tsx'
import { useIsPhone } from './useMedia.ts'
import { Button } from './Button.tsx'

/** What stands between two columns. */
export interface StripJoin {
  readonly value: string
}

interface StripProps {
  readonly corners: Readonly<Record<Corner, StripCorner>>
  readonly joins: Readonly<Record<'front' | 'right' | 'rear' | 'left', StripJoin | null>>
  readonly units: DisplayUnits
  readonly heightPx: number
  /** Height of each of the two rows on a phone. */
  readonly phoneHeightPx?: number
  readonly onPick?: ((corner: Corner) => void) | undefined
  /** What a tap on a column does, before the corner's name; "Measure" unless said otherwise. */
  readonly pickWords?: string
  readonly label: string
}

const JOIN_WORDS = {
  front: 'front axle',
  right: 'right side',
  rear: 'rear axle',
  left: 'left side',
} as const
const SIDES = ['front', 'right', 'rear', 'left'] as const
/** The column after which a difference stands: the left side, RL back to FL, after the last one. */
const BESIDE = { front: 'FL', right: 'FR', rear: 'RR', left: 'RL' } as const
/** On a phone the sides have a row of their own between front and rear. */
const PHONE_ROW: ReadonlySet<string> = new Set(['right', 'left'])

/**
 * The four corners in walking order on one strip. On a phone it folds into two rows: front over
 * rear, left on the left.
 */
export function Strip({
  corners,
  joins,
  units,
  heightPx,
  phoneHeightPx = 150,
  onPick,
  pickWords = 'Measure',
  label,
}: StripProps): ReactNode {
  const phone = useIsPhone()
  const range = stripRange(corners)
  const height = phone ? phoneHeightPx : heightPx
  return (
    <div className="strip" role="group" aria-label={label}>
      {WALK.map((corner) => {
        const scale = (
          <StripScale
            corner={corner}
            column={corners[corner]}
            range={range}
            heightPx={height}
            units={units}
          />
        )
        const style = { gridArea: corner }
        return onPick ? (
          <Button
            look="bare"
            key={corner}
            style={style}
            onClick={() => onPick(corner)}
            aria-label={`${pickWords} ${CORNER_WORDS[corner]}`}
          >
            {scale}
          </Button>
        ) : (
          <div key={corner} style={style} aria-label={capital(CORNER_WORDS[corner])} role="group">
            {scale}
          </div>
        )
      })}
      {SIDES.map(
        (side) =>
          joins[side] && (
            <div
              key={side}
              data-last={!phone && side === 'left'}
              className={`strip-join ${PHONE_ROW.has(side) ? 'strip-side' : ''}`}
              style={{
                gridArea: !phone
                  ? BESIDE[side]
                  : side === 'front'
                    ? 'FL'
                    : side === 'rear'
                      ? 'RL'
                      : side,
              }}
            >
              {JOIN_WORDS[side]}
              <b>{joins[side].value}</b>
            </div>
          ),
      )}
    </div>
  )
}
