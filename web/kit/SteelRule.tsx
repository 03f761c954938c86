import type { Phase } from '@anklet/core/work/schedule'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { useEffect, useRef } from 'react'
import { NavLink } from 'react-router'
import { capital } from '@anklet/language/plain/corners'

/** One graduation of a job's rule. */
export interface Graduation {
  readonly phase: Phase
  readonly words: string
  readonly done: boolean
  /** What the job waits for is done there. */
  readonly next: boolean
}

interface RuleProps {
  readonly jobId: string
  readonly graduations: readonly Graduation[]
  readonly present: Phase
}

// The phase one is in points on to the next.
const POINTED = 'md:[clip-path:polygon(0_0,calc(100%-10px)_0,100%_30%,calc(100%-10px)_100%,0_100%)]'
const MINOR = 5
/** A longer name needs a wider graduation on a phone, letters. */
const LONG = 9

function Ticks({ on }: { readonly on: boolean }): ReactNode {
  return (
    <svg width="34" height="66" aria-hidden className="absolute left-0 top-0 hidden md:block">
      <line
        x1="0"
        x2="30"
        y1="26"
        y2="26"
        stroke={on ? 'var(--chalk)' : 'var(--steel-dark)'}
        strokeWidth={on ? 3 : 1.6}
      />
      {Array.from({ length: MINOR }, (_, k) => 26 + ((k + 1) * 66) / (MINOR + 1)).map((y, k) => (
        <line
          key={y}
          x1="0"
          x2={k === 2 ? 18 : 11}
          y1={y % 66}
          y2={y % 66}
          stroke={on ? 'var(--paper)' : 'var(--steel-dark)'}
          strokeWidth="1"
          opacity={on ? 0.4 : 1}
        />
      ))}
    </svg>
  )
}

/**
 * The phases of a job as a steel rule down its edge: graduations are phases, the filled edge is
 * what is done, the rider is where you are.
 */
export function SteelRule({ jobId, graduations, present }: RuleProps): ReactNode {
  // On a phone the rule is longer than the page: it is pushed until the present phase shows.
  const strip = useRef<HTMLOListElement>(null)
  useEffect(() => {
    const [list, at] = [
      strip.current,
      strip.current?.querySelector<HTMLElement>('[data-present="true"]'),
    ]
    if (list && at) list.scrollLeft = at.offsetLeft - (list.clientWidth - at.clientWidth) / 2
  }, [present])
  return (
    <nav
      aria-label="Phases of this job"
      className="rule no-print border-b border-edge md:min-h-[calc(100dvh-53px)] md:border-b-0 md:border-r"
    >
      <ol ref={strip} className="relative flex overflow-x-auto md:block md:overflow-visible">
        {graduations.map(({ phase, words, done, next }) => {
          const on = phase === present
          return (
            <li
              key={phase}
              data-present={on}
              className={clsx(
                'relative flex-1 md:h-[66px] md:min-w-0',
                phase.length > LONG ? 'min-w-[126px]' : 'min-w-[92px]',
              )}
            >
              <NavLink
                to={`/jobs/${jobId}/${phase}`}
                className={clsx(
                  'relative block h-full px-3 py-2 md:pl-10 md:pr-3',
                  on ? `bg-ink text-paper ${POINTED}` : done ? 'text-ink' : 'text-ink-3',
                )}
              >
                <Ticks on={on} />
                {done && (
                  <span
                    aria-hidden
                    className={clsx(
                      'absolute bottom-0 left-0 h-1 w-full md:bottom-auto md:top-0 md:h-full md:w-1.5',
                      on ? 'bg-chalk md:bg-transparent' : 'bg-ink',
                    )}
                  />
                )}
                <span
                  className={`block text-body leading-5 md:pt-1 ${on ? 'font-bold' : 'font-medium'}`}
                >
                  {capital(phase)}
                  {done && <span className="sr-only">, done</span>}
                  {next && <span className="sr-only">, next</span>}
                </span>
                <span
                  className={clsx(
                    'block truncate text-note leading-4',
                    next ? 'font-semibold' : 'opacity-85',
                    next && !on ? 'text-ink' : '',
                  )}
                >
                  {next && <span aria-hidden>▸ </span>}
                  {words}
                </span>
              </NavLink>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}
