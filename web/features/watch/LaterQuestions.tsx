import type { Job } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { readTyped } from '../../kit/typed.ts'
import { questionsAnswered } from '../job/walk/model.ts'
import { RoundQuestions, toTemperature } from '../job/walk/RoundQuestions.tsx'
import { ThrowAway } from '../job/walk/ThrowAway.tsx'
import type { DraftDesk } from './draftDesk.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'

interface LaterProps {
  readonly job: Job
  readonly desk: DraftDesk
  readonly units: DisplayUnits
  readonly leftOn: boolean
}

/**
 * What must be known of the night before a later round: a look while the watch goes on, or the
 * morning.
 */
export function LaterQuestions({ job, desk, units, leftOn }: LaterProps): ReactNode {
  const { draft } = desk
  const look = draft.kind === 'look'
  const ready =
    (look || draft.undisturbed !== null) &&
    questionsAnswered(draft, readTyped(draft.temperature, 'temperature', units).ok)
  return (
    <div className="grid max-w-[900px] gap-5">
      <p className="say-small">
        {look
          ? 'A look in between: the watch goes on. Nothing is opened, nothing is switched.'
          : 'Do not open the car. Temperature first, then the tape: same places, same floor.'}
      </p>
      {!look && (
        <Taps
          legend="Was it left alone?"
          chosen={draft.undisturbed === null ? [] : [draft.undisturbed]}
          onTap={(undisturbed) => {
            // What nobody touched is left as it stands.
            const asItStands = undisturbed
              ? { rolledAndBounced: draft.rolledAndBounced ?? false }
              : {}
            desk.change({ undisturbed, ...asItStands })
            toTemperature(draft)
          }}
          options={[
            {
              value: true,
              words: 'Yes',
              hint: leftOn
                ? 'supply on as meant, doors shut, tag in place'
                : 'supply still off, doors shut, tag in place',
            },
            {
              value: false,
              words: 'No, or not sure',
              hint: leftOn ? 'opened, driven' : 'opened, driven, supply back on',
            },
          ]}
        />
      )}
      {draft.undisturbed === false && (
        <Notice kind="wait">
          {leftOn
            ? 'A car that was moved proves nothing. The round can still be kept.'
            : 'A module that wakes settles the car and hides the leaking corner. The round ' +
              'can still be kept, but it proves little.'}
        </Notice>
      )}
      <RoundQuestions job={job} draft={draft} levels={false} onChange={desk.change} />
      {draft.refusal && <Refusal>{draft.refusal}</Refusal>}
      <div className="flex flex-wrap gap-3">
        <Button look="go" big disabled={!ready} onClick={() => desk.change({ walking: true })}>
          {draft.readings.length > 0
            ? 'Back to the walk'
            : look
              ? 'Walk this round'
              : 'Walk the morning round'}
        </Button>
        <ThrowAway draft={draft} onThrow={desk.drop} />
      </div>
    </div>
  )
}
