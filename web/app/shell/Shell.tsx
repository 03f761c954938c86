import { Moon, Sun, SunMoon } from 'lucide-react'
import type { ReactNode } from 'react'
import { lazy, Suspense, useState } from 'react'
import { NavLink, Outlet } from 'react-router'
import { RELOAD, useConnection } from '../../client/state/connection.ts'
import { useAccess } from '../../client/state/access.ts'
import { useKeeping } from '../../client/state/keeping.ts'
import { useDrafts } from '../../client/state/drafts.ts'
import { useWorkQueue } from '../../client/state/workQueue.ts'
import type { Theme } from '../../client/state/session.ts'
import { useSession } from '../../client/state/session.ts'
import { useSigning } from '../../client/state/signing.ts'
import { Keys } from './Keys.tsx'
import { PersonButton } from './PersonButton.tsx'
import { Reminders } from './Reminders.tsx'
import { NextWait, Waits } from './Waits.tsx'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

// Fetched when somebody is to give a name: the first load does without its form.
const People = lazy(() =>
  import('../../features/shop/People.tsx').then((module) => ({ default: module.People })),
)

const SignInPage = lazy(() =>
  import('../../features/shop/access/SignInPage.tsx').then((module) => ({
    default: module.SignInPage,
  })),
)

const PLACES = [
  { to: '/', words: 'Floor' },
  { to: '/jobs', words: 'Jobs' },
  { to: '/vehicles', words: 'Vehicles' },
  { to: '/bench', words: 'Bench' },
  { to: '/devices', words: 'Devices' },
  { to: '/shelf', words: 'Shelf' },
  { to: '/shop', words: 'Shop' },
] as const

const NEXT_THEME: Readonly<Record<Theme, Theme>> = {
  system: 'dark',
  dark: 'light',
  light: 'system',
}
const THEME_WORDS: Readonly<Record<Theme, string>> = {
  system: 'as the system',
  light: 'light',
  dark: 'dark',
}

function Mark(): ReactNode {
  return (
    <svg width="22" height="26" viewBox="0 0 22 26" aria-hidden>
      <path d="M6 0v9M16 0v9M6 17v9M16 17v9" stroke="var(--ink)" strokeWidth="2.4" fill="none" />
      <rect x="2" y="9" width="18" height="8" rx="4" fill="var(--air)" />
    </svg>
  )
}

function ThemeButton(): ReactNode {
  const { theme, chooseTheme } = useSession()
  const Icon = { system: SunMoon, light: Sun, dark: Moon }[theme]
  return (
    <Button
      look="bare"
      className="hidden min-h-touch min-w-touch place-items-center rounded-md text-ink-2 sm:grid"
      onClick={() => chooseTheme(NEXT_THEME[theme])}
      aria-label={`Light: ${THEME_WORDS[theme]}. Change`}
      title={`Light: ${THEME_WORDS[theme]}`}
    >
      <Icon size={20} aria-hidden />
    </Button>
  )
}

/** What the word about the server depends on. */
interface Waiting {
  /** Rounds that are sealed and not saved yet. */ readonly rounds: number
  /** Steps and checks on their way. */ readonly entries: number
  /** All of these are in the browser's store. */ readonly isWritten: boolean
  /** The store refuses something: an alarm says it. */ readonly isFailing: boolean
}

/** "Kept on this device" is said of what is in the browser's store, and of nothing else. */
function wordsOfWaiting({ rounds, entries, isWritten, isFailing }: Waiting): string {
  if (rounds > 0) {
    return isWritten
      ? 'Saving the round … it is kept on this device until the server has it, and goes by itself.'
      : 'Saving the round …'
  }
  if (entries > 0) {
    return isWritten
      ? 'The server does not answer. What was done at the car is kept on this device, ' +
          `${entries === 1 ? 'one entry' : `${entries} entries`}, and goes by itself.`
      : 'The server does not answer. What was done at the car goes by itself when it is back.'
  }
  return isFailing
    ? 'The server does not answer. What you see is the last it said.'
    : 'The server does not answer. What you see is the last it said; you can go on ' +
        'measuring and working: it is kept on this device.'
}

/** Says so when the server is away, and what that means for a round that is waiting to be saved. */
function Connection(): ReactNode {
  const away = useConnection((connection) => connection.away)
  const rounds = useDrafts(
    ({ byKey }) => Object.values(byKey).filter(({ sealed }) => sealed !== null).length,
  )
  const entries = useWorkQueue(({ items }) => items.length)
  const isWritten = useKeeping(({ unwritten }) => unwritten.length === 0)
  const isFailing = useKeeping(({ failing }) => failing.length > 0)
  if (!away && rounds === 0) return null
  // A save on a live line takes a moment: its word floats, so that nothing moves under the finger
  // when it goes.
  return (
    <p
      role="status"
      className={
        away
          ? 'hint rounded-none px-5'
          : 'hint fixed left-1/2 top-[60px] z-30 w-max max-w-[92vw] -translate-x-1/2 shadow-md'
      }
    >
      {wordsOfWaiting({ rounds, entries, isWritten, isFailing })}
    </p>
  )
}

/** Said when the browser's store does not take what is typed: nothing else would tell of it. */
function NotKept(): ReactNode {
  const failing = useKeeping((keeping) => keeping.failing.length)
  if (failing === 0) return null
  return (
    <p role="alert" className="alarm">
      This tablet cannot keep what you type. Write it down, and free space on it. It is tried again
      by itself.
    </p>
  )
}

function StalePage(): ReactNode {
  const stale = useConnection((connection) => connection.stale)
  if (!stale) return null
  return (
    <Notice kind="wait" className="rounded-none px-5">
      {RELOAD} <Button onClick={() => window.location.reload()}>Reload</Button>
    </Notice>
  )
}

/** The frame of every place: brand, places, who works here, and a word when the server is away. */
export function Shell(): ReactNode {
  const [finding, setFinding] = useState(false)
  const { asking, ask, close } = useSigning()
  const isOut = useAccess(({ accounts, me }) => accounts && me === null)
  return (
    <>
      <header className="flex h-[53px] items-center gap-1 border-b border-edge bg-sheet px-3 md:px-5">
        <NavLink
          to="/"
          className="mr-1 hidden items-center gap-2 text-figure font-bold sm:flex md:mr-5"
          style={{ fontStretch: '112%' }}
        >
          <Mark />
          <span>Anklet</span>
        </NavLink>
        <nav aria-label="Places" className="flex h-full min-w-0 overflow-x-auto">
          {(isOut ? [] : PLACES).map(({ to, words }) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/' || to === '/jobs'}
              className={({ isActive }) =>
                'grid shrink-0 place-items-center px-1 text-small font-medium sm:px-2.5 ' +
                'md:px-3 md:text-body ' +
                `${isActive ? 'text-ink shadow-[inset_0_-3px_0_var(--ink)]' : 'text-ink-2'}`
              }
            >
              {words}
            </NavLink>
          ))}
        </nav>
        <span className="hidden flex-1 sm:block" />
        <Button
          look="bare"
          hidden={isOut}
          className="mr-2 hidden min-h-touch items-center gap-2 rounded-md px-2 text-small text-ink-3 md:flex"
          onClick={() => setFinding(true)}
        >
          Find anything <span className="kbd">Ctrl K</span>
        </Button>
        <NextWait />
        <ThemeButton />
        {!isOut && <PersonButton onOpen={ask} />}
      </header>
      <NotKept />
      <StalePage />
      <Connection />
      {!isOut && <Reminders />}
      <Waits />
      <main>
        {isOut ? (
          <Suspense>
            <SignInPage />
          </Suspense>
        ) : (
          <Outlet />
        )}
      </main>
      {asking && !isOut && (
        <Suspense>
          <People open onClose={close} />
        </Suspense>
      )}
      {!isOut && <Keys finding={finding} onFind={setFinding} />}
    </>
  )
}
