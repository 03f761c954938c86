import { useSyncExternalStore } from 'react'

/** Whether a media query holds, kept up to date. */
export function useMedia(query: string): boolean {
  const list = window.matchMedia(query)
  return useSyncExternalStore((changed) => {
    list.addEventListener('change', changed)
    return () => list.removeEventListener('change', changed)
  }, () => list.matches)
}

/** Whether the screen is a phone's. */
export const useIsPhone = (): boolean => useMedia('(max-width: 759px)')
