import type { FactAt } from '../procedure/index.ts'
import { CORNERS } from '../../base/vehicle/index.ts'
import { isOpen } from './carRecord.ts'
import type { Live } from './proving.ts'
import type { Run } from './runState.ts'
import { factKey } from './runState.ts'

/** More than this behind a proof is air that came back, bar gauge. */
const BACK_BARG = 0.3

/**
 * What is on record as shown and the link says is not so: supply that came back, pressure that
 * returned, a lifting mode that fell off.
 */
export function contradicted(
  { holds, ready, car }: Pick<Run, 'holds' | 'ready' | 'car'>,
  live: Live,
): readonly FactAt[] {
  // What a step that can be done now undoes may be undone at the car before it is confirmed here:
  // the fuse is put in first, and the step tapped after it. That is no contradiction.
  const undone = new Set(ready.flatMap(({ takes }) => takes))
  const on = (fact: string, place: FactAt['place'] = null): boolean =>
    holds.has(factKey(fact, place)) && !undone.has(fact)
  if (!live.heard) return []
  if (on('supplyOff')) {
    if (live.supply) return [{ fact: 'supplyOff', place: null }]
    const pressed = live.galleryBarG !== null && live.galleryBarG > BACK_BARG
    return !pressed
      ? []
      : [
          ...(on('plantEmpty') ? [{ fact: 'plantEmpty', place: null }] : []),
          ...CORNERS.filter(
            (corner) =>
              live.open.includes(corner) && on('empty', corner) && !on('lineClosed', corner),
          ).map((place) => ({ fact: 'empty', place })),
        ]
  }
  return on('lifting') && !isOpen(car) && live.supply && live.lifting === false
    ? [{ fact: 'lifting', place: null }]
    : []
}
