import { startTransition, useCallback, useEffect, useRef, useState } from 'react'

/** What is drawn in slices is put off by what is more urgent for so long at most, ms. */
const LATEST_MS = 400

/** How slices are begun; a test puts them off, as what is urgent may. */
export const slices = { begin: startTransition }

interface Telling<Value> {
  /** Draws it in slices, so that a large page does not hold up a tap. */
  tell(next: Value): void
  /** Draws it at once. */
  tellNow(next: Value): void
}

/**
 * A state that is large to draw. React begins the slices anew whenever something urgent comes, as a
 * car's link does four times a second; a slow tablet would never be done. So what is still not drawn
 * after a while is drawn in one go.
 */
export function useSlices<Value>(begin: Value | (() => Value)): [Value, Telling<Value>] {
  const [value, set] = useState(begin)
  const late = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(late.current), [])
  const tellNow = useCallback((next: Value): void => {
    clearTimeout(late.current)
    set(() => next)
  }, [])
  const tell = useCallback((next: Value): void => {
    clearTimeout(late.current)
    slices.begin(() => set(() => next))
    // Nothing is drawn anew where it has been drawn.
    late.current = setTimeout(() => set(() => next), LATEST_MS)
  }, [])
  return [value, { tell, tellNow }]
}

/** A value as it is drawn: what comes later is drawn in slices. */
export function useInSlices<Value>(value: Value): Value {
  const [drawn, { tell }] = useSlices(() => value)
  const first = useRef(true)
  useEffect(() => {
    if (!first.current) tell(value)
    first.current = false
  }, [value, tell])
  return drawn
}

/**
 * Whether what came may be drawn. What arrives while it is waited for is drawn in slices; what was
 * there from the start is drawn at once.
 */
export const useArrived = (isHere: boolean): boolean => useInSlices(isHere) && isHere
