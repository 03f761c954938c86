import type { HypothesisId } from '@anklet/core/measuring/leakdown'
import type { ReactNode } from 'react'
import type { SpokenAnswer } from '@anklet/language/night/answer'
import { percentWords } from '@anklet/language/night/answer'
import { hiddenWords, loadWords, nextLines } from '@anklet/language/work/next'
import type { WatchAside } from '../../client/workers/leakWorker.ts'
import { Notice } from '../../kit/Notice.tsx'

interface AsideProps {
  readonly aside: WatchAside
  readonly spoken: SpokenAnswer
  readonly best: HypothesisId
}

/** What would make the answer surer, and by how much. */
function WhatTellsMore({ aside, spoken }: AsideProps): ReactNode {
  const said = spoken.suspects[0]!.probability
  const lines = nextLines(said, aside.worths)
  if (!lines) return null
  return (
    <section aria-label="What would tell more" className="border-t border-edge pt-2">
      <h2>What would tell more</h2>
      {lines.length === 0 ? (
        <p className="text-small text-ink-2">
          Neither more readings nor another night would make this much surer.
        </p>
      ) : (
        <ul>
          {lines.map(({ thing, words, to }) => (
            <li key={thing} className="figure">
              <span className="text-ink-2">{words}</span>
              <span className="num whitespace-nowrap text-right text-small">
                from {percentWords(said)} to about {percentWords(to)}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

/** What else a watch says: what would tell more, what could still hide, what fits as well. */
export function Aside(props: AsideProps): ReactNode {
  const { aside, best } = props
  const hidden = hiddenWords(aside.hidden, best)
  return (
    <div className="grid min-w-0 content-start gap-3">
      {aside.load && <Notice kind="wait">{loadWords(aside.load)}</Notice>}
      <WhatTellsMore {...props} />
      {hidden && <p className="text-small text-ink-2">{hidden}</p>}
    </div>
  )
}
