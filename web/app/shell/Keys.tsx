import type { ReactNode } from 'react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { useNavigate } from 'react-router'

// Fetched when they are asked for: the first load does without their sheets.
const Palette = lazy(() => import('./Palette.tsx').then((module) => ({ default: module.Palette })))
const KeyList = lazy(() => import('./KeyList.tsx').then((module) => ({ default: module.KeyList })))

const PLACE: Readonly<Record<string, string>> = {
  f: '/',
  j: '/jobs',
  n: '/jobs/new',
  v: '/vehicles',
  b: '/bench',
  d: '/devices',
  s: '/shelf',
}
const PHASE: Readonly<Record<string, string>> = {
  i: 'intake',
  h: 'heights',
  w: 'watch',
  c: 'checks',
  e: 'decision',
  o: 'work',
  r: 'recommission',
  a: 'calibrate',
  p: 'proof',
  g: 'handover',
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, select, [role=dialog]') !== null

interface KeysProps {
  readonly finding: boolean
  onFind(open: boolean): void
}

/** Single keys that reach every place; `?` lists them, Ctrl+K finds the rest. */
export function Keys({ finding, onFind }: KeysProps): ReactNode {
  const [open, setOpen] = useState(false)
  const navigate = useNavigate()
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault()
        return onFind(true)
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      const place = PLACE[event.key]
      const next = PHASE[event.key]
      if (event.key === '?') setOpen(true)
      else if (place) void navigate(place)
      // Where the page is now, not where it was when last drawn: a key may follow a click at once.
      const [, job] = /^\/jobs\/([^/]+)\/[^/]+$/.exec(window.location.pathname) ?? []
      if (next && job) void navigate(`/jobs/${job}/${next}`)
    }
    window.addEventListener('keydown', press)
    return () => window.removeEventListener('keydown', press)
  }, [navigate, onFind])
  return (
    <>
      {finding && (
        <Suspense>
          <Palette open onClose={() => onFind(false)} />
        </Suspense>
      )}
      {open && (
        <Suspense>
          <KeyList onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}
