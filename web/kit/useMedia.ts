import { useSyncExternalStore } from 'react'

/** Whether a media query holds, kept up to date. */
export function useMedia(query: string): boolean {
  const list = window.matchMedia(query)
  return useSyncExternalStore(
    (changed) => {
      list.addEventListener('change', changed)
      return () => list.removeEventListener('change', changed)
    },
    () => list.matches,
  )
}

/**
 * Whether the screen is a phone's. Paper is none, however narrow: what is drawn anew while pages
 * are laid out leaves an empty one at the end.
 */
export const useIsPhone = (): boolean => useMedia('screen and (max-width: 759px)')
