import { FormSays } from '../../client/form/FormSays.tsx'
import { Spoken } from '../../kit/Spoken.tsx'
import { isConversion } from './model.ts'
import checkDecision from 'virtual:check/decision.take'
import { FormField } from '../../client/form/FormFields.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import type { ReactNode } from 'react'
import { consequences, optionTitle } from '@anklet/language/repair/decision'
import type { DecisionMade } from './commands.ts'
import { takeDecision } from './commands.ts'
import { axleOf } from '@anklet/core/reasoning/strategy'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

/** What is typed with a choice. */
export interface ChoiceWords {
  readonly reason: string
  readonly validUntil: string
}

interface ChoiceProps extends Omit<DecisionMade, keyof ChoiceWords> {
  /** What was typed so far; kept while another option is picked. */
  readonly words: ChoiceWords
  onType(words: ChoiceWords): void
  onDecided(): void
}

/** What comes with the option that was picked, and the decision for it. */
export function Choice(props: ChoiceProps): ReactNode {
  const { job, failed, picked, coil } = props
  const axle = axleOf(failed, job)
  return (
    <section aria-label="The choice" className="sheet grid gap-3 p-4">
      <h2>{optionTitle(picked.id, axle)}: what comes with it</h2>
      <ul className="list-disc pl-5">
        {consequences(picked.id, job.vehicleType.architecture, axle).map((each) => (
          <li key={each}>
            <Spoken>{each}</Spoken>
          </li>
        ))}
      </ul>
      {isConversion(picked) && (
        <Notice kind="wait">
          {coil
            ? `With the coil ${coil.name}.`
            : 'Choose the coils below first, or decide without and choose them later.'}
        </Notice>
      )}
      {!job.closedAt && <Decide {...props} />}
    </section>
  )
}

function Decide({ words, onType, onDecided, ...made }: ChoiceProps): ReactNode {
  const form = useCommandForm({
    command: 'decision.take',
    check: checkDecision,
    begin: words,
    onTyped: onType,
    payloadOf: (typed, id) => takeDecision(id, { ...made, ...typed }),
    onDone: onDecided,
  })
  return (
    <form className="grid gap-3" onSubmit={form.onSubmit}>
      <div className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_200px]">
        <FormField
          form={form}
          field="reason"
          label="Why this one"
          id="decision-reason"
          maxLength={400}
        />
        <FormField
          form={form}
          field="validUntil"
          label="The offer holds until"
          id="decision-until"
          type="date"
        />
      </div>
      <Button
        look="go"
        className="justify-self-start"
        type="submit"
        disabled={form.typed.reason.trim() === '' || form.isPending}
      >
        Decide so
      </Button>
      <FormSays form={form} />
    </form>
  )
}
