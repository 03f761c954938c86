import { isConversion } from './model.ts'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { ReactNode } from 'react'
import { useCommand } from '../../client/queries.ts'
import { consequences, optionTitle } from '@anklet/language/repair/decision'
import type { DecisionMade } from './commands.ts'
import { takeDecision } from './commands.ts'
import { axleOf } from '@anklet/core/reasoning/strategy'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

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
          <li key={each}>{each}</li>
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
  const take = useCommand('decision.take')
  const decide = (): void => take.submit(takeDecision({ ...made, ...words }), onDecided)
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-[minmax(0,1fr)_200px]">
        <Field label="Why this one" id="decision-reason">
          <Input
            maxLength={400}
            value={words.reason}
            onText={(text) => onType({ ...words, reason: text })}
          />
        </Field>
        <Field label="The offer holds until" id="decision-until">
          <Input
            type="date"
            value={words.validUntil}
            onText={(text) => onType({ ...words, validUntil: text })}
          />
        </Field>
      </div>
      <Button
        look="go"
        className="justify-self-start"
        disabled={words.reason.trim() === '' || take.isPending}
        onClick={decide}
      >
        Decide so
      </Button>
      <RefusalOf asked={take} />
    </>
  )
}
