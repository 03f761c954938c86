import type { Corner } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { rateWords } from '@anklet/language/plain/rates'
import type { ReactNode } from 'react'
import { Slider } from '../../kit/Slider.tsx'
import { Taps } from '../../kit/Taps.tsx'

/** Where a leak is thought to be, and how large. */
export function LeakAsks({
  legend,
  corners,
  corner,
  onCorner,
  logRate,
  most,
  onRate,
}: {
  readonly legend: string
  /** Corners that have air. */
  readonly corners: readonly Corner[]
  readonly corner: Corner
  onCorner(corner: Corner): void
  /** Power of ten of the loss, bar-litre per hour. */
  readonly logRate: number
  readonly most: number
  onRate(logRate: number): void
}): ReactNode {
  return (
    <>
      <Taps<Corner>
        legend={legend}
        options={corners.map((value) => ({ value, words: capital(CORNER_WORDS[value]) }))}
        chosen={[corner]}
        onTap={onCorner}
      />
      <Slider
        label="Leak"
        min={-2.5}
        max={most}
        step={0.05}
        value={logRate}
        shown={rateWords(10 ** logRate)}
        onSlide={onRate}
      />
    </>
  )
}
