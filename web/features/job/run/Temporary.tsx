import { factWords } from './model.ts'
import type { FactAt } from '@anklet/core/work/procedure'
import { factKey, factOf } from '@anklet/core/work/record'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Sheet } from '../../../kit/Sheet.tsx'
import { stepWords } from '@anklet/language/work/plan'
import { momentWords } from '@anklet/language/plain/times'
import type { OnWork } from '../record/useWork.ts'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

/** Shown once and counted on: what may turn out not to be so any more besides what was changed. */
const COUNTED_ON: ReadonlySet<string> = new Set([
  'held',
  'plantEmpty',
  'lineClosed',
  'foldsSeen',
  'filled',
  'codesClear',
])

/** Of what was changed, what may turn false by itself or by somebody else’s hand. */
const MAY_TURN: ReadonlySet<string> = new Set(['supplyOff', 'lifting', 'axleHeld', 'empty'])

interface RowProps extends FactAt {
  readonly work: OnWork
  readonly since: string
  readonly until: string | null
  readonly open: boolean
}

function Row({ work, fact, place, since, until, open }: RowProps): ReactNode {
  const [asking, setAsking] = useState(false)
  const [words, setWords] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const say = (): void => {
    const sentence = work.enter({ kind: 'lost', fact, place, by: 'person', words: words.trim() })
    setWrong(sentence)
    if (sentence === null) setAsking(false)
  }
  return (
    <li className="grid gap-2 border-b border-edge py-2">
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        <div className="min-w-0 flex-1">
          <p className="font-medium">{factWords(work, { fact, place })}</p>
          <p className="text-small text-ink-2">
            {since}
            {until ? `; undone by “${until}”` : ''}
          </p>
        </div>
        {open && (
          <Button look="quiet" aria-expanded={asking} onClick={() => setAsking(!asking)}>
            Not so any more
          </Button>
        )}
      </div>
      {asking && (
        <div className="flex flex-wrap items-end gap-2">
          <Field
            className="min-w-[180px] flex-1"
            label="What was seen"
            id={`lost ${fact} ${String(place)}`}
          >
            <Input maxLength={500} value={words} onText={setWords} />
          </Field>
          <Button look="go" onClick={say}>
            Open it again
          </Button>
        </div>
      )}
      <Refusal>{wrong}</Refusal>
    </li>
  )
}

/** Everything that was changed and is not undone yet, since when and by whom; and what is counted on as shown. */
export function Temporary({
  work,
  open,
  onClose,
  closed,
}: {
  readonly work: OnWork
  readonly open: boolean
  readonly closed: boolean
  onClose(): void
}): ReactNode {
  const { run, nameOf } = work
  const row = ({ at, person }: { readonly at: string; readonly person: string }): string =>
    `${momentWords(at, new Date())}, ${nameOf(person)}`
  const counted = [...run.holds].flatMap(([key, entry]) => {
    const at = factOf(key)
    return entry && COUNTED_ON.has(at.fact) ? [{ ...at, entry }] : []
  })
  return (
    <Sheet title="To be put back" open={open} onClose={onClose} wide>
      {run.temporary.length === 0 ? (
        <p className="text-ink-2">Nothing is left changed.</p>
      ) : (
        <ul aria-label="Changed and not undone yet">
          {run.temporary.map(({ fact, place, since, until }) => (
            <Row
              key={factKey(fact, place)}
              work={work}
              fact={fact}
              place={place}
              since={row(since)}
              until={until ? stepWords(until.words, until.place) : null}
              open={!closed && work.mine && MAY_TURN.has(fact)}
            />
          ))}
        </ul>
      )}
      {counted.length > 0 && (
        <>
          <h3 className="label mt-4">Shown, and counted on</h3>
          <ul aria-label="Shown and counted on">
            {counted.map(({ fact, place, entry }) => (
              <Row
                key={factKey(fact, place)}
                work={work}
                fact={fact}
                place={place}
                since={row(entry)}
                until={null}
                open={!closed && work.mine}
              />
            ))}
          </ul>
        </>
      )}
    </Sheet>
  )
}
