import type { DoneStep } from '@anklet/core/work/record'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { stepWords, torqueWords } from '@anklet/language/work/plan'
import { DEVIATION_WORDS, torquedWords } from '@anklet/language/work/work'
import { useAccess } from '../../../client/state/access.ts'
import type { OnWork } from '../record/useWork.ts'
import { AgreeByPin } from './AgreeByPin.tsx'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

function One({ done, work }: { readonly done: DoneStep; readonly work: OnWork }): ReactNode {
  const { of, nameOf, me, lead } = work
  const accounts = useAccess((access) => access.accounts)
  const [words, setWords] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const step = of.steps.find(({ key }) => key === done.content.key)
  const range = step?.torque ? of.torqueOf(step.torque) : null
  const say = (kind: 'approved' | 'declined') => (): void =>
    setWrong(work.enter({ kind, of: done.id, words: words.trim() }))
  const { deviation, torque } = done.content
  return (
    <li className="sheet grid gap-2 px-4 py-3">
      <p className="font-semibold">
        {step ? stepWords(step.words, step.place) : done.content.step}
      </p>
      {deviation && (
        <p>
          {DEVIATION_WORDS[deviation.kind]}
          {torque
            ? `, ${torquedWords(torque)}${range ? ` for ${torqueWords(range)}` : ''}`
            : ''}: {deviation.reason} <span className="text-ink-2">({nameOf(done.person)})</span>
        </p>
      )}
      {accounts ? (
        <AgreeByPin done={done} jobId={work.jobId} />
      ) : lead && done.person !== me ? (
        <div className="flex flex-wrap items-end gap-2">
          <Field className="min-w-[160px] flex-1" label="Words, if any" id={`lead ${done.id}`}>
            <Input maxLength={500} value={words} onText={setWords} />
          </Field>
          <Button look="go" onClick={say('approved')}>
            Agree
          </Button>
          <Button onClick={say('declined')}>Once more, as it stands there</Button>
        </div>
      ) : (
        <p className="text-small text-ink-2">
          {done.person === me
            ? 'Somebody else agrees to what you did otherwise.'
            : 'A lead agrees to it.'}
        </p>
      )}
      <Refusal>{wrong}</Refusal>
    </li>
  )
}

/** What was done otherwise and waits for a lead’s word. */
export function Awaiting({ work }: { readonly work: OnWork }): ReactNode {
  return (
    work.run.awaiting.length > 0 && (
      <section aria-label="Done otherwise">
        <h3 className="label">Done otherwise: waits for a lead</h3>
        <ul className="grid gap-2">
          {work.run.awaiting.map((done) => (
            <One key={done.id} done={done} work={work} />
          ))}
        </ul>
      </section>
    )
  )
}
