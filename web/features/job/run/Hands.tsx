import { factKey } from '@anklet/core/work/record'
import { Pause, Play, UserRoundCheck } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { usePeople } from '../../../client/queries.ts'
import { Sheet } from '../../../kit/Sheet.tsx'
import { Taps, toggled } from '../../../kit/Taps.tsx'
import { list } from '@anklet/language/plain/corners'
import { momentWords } from '@anklet/language/plain/times'
import { factWords } from './model.ts'
import type { OnWork } from '../record/useWork.ts'
import { Button } from '../../../kit/Button.tsx'
import { Refusal, Notice } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

/** Whoever takes over taps each thing that was left changed: nothing is taken over unseen. */
export function TakeOver({ work }: { readonly work: OnWork }): ReactNode {
  const { run, nameOf } = work
  const [seen, setSeen] = useState<readonly string[]>([])
  const [wrong, setWrong] = useState<string | null>(null)
  const handed = run.handedTo?.content.kind === 'handed' ? run.handedTo : null
  const first = !run.begun
  const all = run.temporary.every(({ fact, place }) => seen.includes(factKey(fact, place)))
  return (
    <section aria-label="Take over" className="sheet grid gap-4 p-5">
      {handed?.content.kind === 'handed' && (
        <p className="say-small">
          {nameOf(handed.person)} handed this to {nameOf(handed.content.to)},{' '}
          {momentWords(handed.at, new Date())}
          {handed.content.words ? `: ${handed.content.words}` : '.'}
        </p>
      )}
      {!first && run.hands.length > 0 && (
        <p>
          {list(run.hands.map(nameOf))} {run.hands.length > 1 ? 'are' : 'is'} at it.
        </p>
      )}
      {run.temporary.length > 0 && (
        <Taps<string>
          legend="Look at each, and tap it"
          chosen={seen}
          onTap={(key) => setSeen(toggled(seen, key))}
          options={run.temporary.map((each) => ({
            value: factKey(each.fact, each.place),
            words: factWords(work, each),
            hint: `${momentWords(each.since.at, new Date())}, ${nameOf(each.since.person)}`,
          }))}
        />
      )}
      <Refusal>{wrong}</Refusal>
      <Button
        look="go"
        big
        className="w-full"
        disabled={!all}
        onClick={() => setWrong(work.enter({ kind: 'joined', seen: [...seen] }))}
      >
        <UserRoundCheck size={22} aria-hidden />
        {first ? 'Begin the work' : run.hands.length > 0 ? 'Lend a hand' : 'Take it over'}
      </Button>
      {!all && <p className="text-small text-ink-2">Each thing left changed is looked at first.</p>}
    </section>
  )
}

/** Pause, go on, and hand over to a colleague. */
export function Hands({ work }: { readonly work: OnWork }): ReactNode {
  const { run, nameOf, me } = work
  const people = usePeople().data ?? []
  const [handing, setHanding] = useState(false)
  const [to, setTo] = useState<string | null>(null)
  const [words, setWords] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const give = (): void => {
    if (to === null) return
    const sentence = work.enter({ kind: 'handed', to, words: words.trim() })
    setWrong(sentence)
    if (sentence === null) setHanding(false)
  }
  return (
    <section aria-label="Who has it" className="grid gap-2">
      <p className="text-body">
        <span className="text-ink-2">At it: </span>
        <b>{list(run.hands.map(nameOf))}</b>
      </p>
      <div className="flex flex-wrap gap-2">
        {run.paused ? (
          <Button onClick={() => setWrong(work.enter({ kind: 'resumed' }))}>
            <Play size={18} aria-hidden />
            Go on
          </Button>
        ) : (
          <Button onClick={() => setWrong(work.enter({ kind: 'paused', words: '' }))}>
            <Pause size={18} aria-hidden />
            Pause
          </Button>
        )}
        <Button onClick={() => setHanding(true)}>Hand over</Button>
      </div>
      {run.paused && (
        <Notice kind="wait">
          Paused {momentWords(run.paused.at, new Date())} by {nameOf(run.paused.person)}. Timers run
          on.
        </Notice>
      )}
      <Refusal>{wrong}</Refusal>
      <Sheet title="Hand over to" open={handing} onClose={() => setHanding(false)}>
        <div className="grid gap-4">
          <Taps<string>
            legend="A colleague"
            chosen={to ? [to] : []}
            onTap={setTo}
            options={people
              .filter(({ id }) => id !== me)
              .map(({ id, name }) => ({ value: id, words: name }))}
          />
          <Field label="What they should know" id="hand-words">
            <Input maxLength={500} value={words} onText={setWords} />
          </Field>
          <Button look="go" big disabled={to === null} onClick={give}>
            Hand it over
          </Button>
        </div>
      </Sheet>
    </section>
  )
}
