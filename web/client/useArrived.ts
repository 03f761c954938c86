import { useDeferredValue, useState } from 'react'

/**
 * Whether what came may be drawn. What arrives while it is waited for is drawn in slices, so that a
 * large page does not hold up a tap; what was there from the start is drawn at once.
 */
export function useArrived(isHere: boolean): boolean {
  const [fromTheStart] = useState(isHere)
  return useDeferredValue(isHere, fromTheStart) && isHere
}
