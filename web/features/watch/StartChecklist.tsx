import { supplyOptions, soakWords, whatIsMissing, watchWithSupplyOff } from './model.ts'
import type { Job } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { highestLevel } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import type { Checklist } from '../../client/state/drafts.ts'
import { RoundQuestions, toTemperature } from '../job/walk/RoundQuestions.tsx'
import { ThrowAway } from '../job/walk/ThrowAway.tsx'
import { nightWords } from '@anklet/language/causes/arrival'
import { needsNoNight } from '@anklet/language/causes/complaint'
import { PlanPanel } from './PlanPanel.tsx'
import type { DraftDesk } from './draftDesk.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

interface StartProps {
  readonly job: Job
  readonly desk: DraftDesk
  readonly units: DisplayUnits
  readonly again: boolean
}

const SINCE = [
  { value: '20', words: '20 min' },
  { value: '45', words: 'Under 1 h' },
  { value: '75', words: '1 to 2 h' },
  { value: '150', words: 'Over 2 h' },
  { value: 'unknown', words: 'Not known' },
] as const

const CAUTION: Readonly<Record<NonNullable<Checklist['supplyCut']>, string>> = {
  fuse:
    'Be sure it is the fuse that feeds valves and pump, not the one of the display. ' +
    'The maker’s fuse plan decides.',
  battery:
    'Open the bonnet first where power opens it. No metal tool across the posts, ' +
    'earth off first, and mind what loses its memory: the maker’s instructions ' +
    'decide.',
  leftOn:
    'Leak or command: what falls only with the supply on is let down by sensor, ' +
    'module or exhaust. The car may move by itself all night: nobody under it, ' +
    'nothing near it.',
  cutOffSwitch:
    'Some switches only stop the level switch. Prove below that the module can no longer move the car.',
}

const BEFORE_LEAVING = [
  { value: 'supplyProved', words: 'Proved off', hint: 'asked to rise: still' },
  { value: 'tagged', words: 'Car tagged', hint: 'not to be driven' },
  { value: 'doorsShut', words: 'Doors shut', hint: 'nobody inside' },
] as const

/** What is done before anybody leaves the car alone. */
function ThenDone({
  checklist,
  onCheck,
}: {
  readonly checklist: Checklist
  onCheck(change: Partial<Checklist>): void
}): ReactNode {
  const wanted = checklist.supplyCut === 'leftOn' ? BEFORE_LEAVING.slice(1) : BEFORE_LEAVING
  const chosen = wanted.flatMap(({ value }) => (checklist[value] ? [value] : []))
  return (
    <div className="grid gap-2">
      <Taps
        legend="Then"
        chosen={chosen}
        onTap={(key) => onCheck({ [key]: !checklist[key] })}
        options={wanted}
      />
      {checklist.supplyCut !== null && chosen.length === 0 && (
        <Button
          className="w-fit"
          onClick={() => onCheck(Object.fromEntries(wanted.map(({ value }) => [value, true])))}
        >
          {wanted.length === 2 ? 'Both are so' : 'All three are so'}
        </Button>
      )}
    </div>
  )
}

function WhatItTells({
  supplyCut,
  job,
}: {
  readonly supplyCut: Checklist['supplyCut']
  readonly job: Job
}): ReactNode {
  return (
    <div>
      <p className="say-small mb-1">
        {supplyCut === 'leftOn'
          ? 'The same wait with the supply on: what falls only now is let down, it does not leak.'
          : 'A night with the supply off: what sinks then, leaks or is cold.'}
      </p>
      {(needsNoNight(job.complaint) || (job.arrival && nightWords(job.arrival))) && (
        <Notice kind="wait" className="mb-1">
          This can be found without a night: soap and the relay first.
        </Notice>
      )}
      <p className="sub max-w-[110ch]">
        Start from the highest level, where a drop shows. If it comes out clean and the complaint
        stands, watch again at standing height.
      </p>
    </div>
  )
}

/** What must be so before a night means anything. */
export function StartChecklist({ job, desk, units, again }: StartProps): ReactNode {
  const { draft } = desk
  const { checklist } = draft
  const check = (change: Partial<Checklist>): void =>
    desk.change({ checklist: { ...checklist, ...change } })
  const missing = whatIsMissing(desk, units, new Date())
  const soak = soakWords(checklist, draft.thermometer, units)
  const highest = highestLevel(job.vehicleType.architecture)
  return (
    <div className="grid gap-4">
      <WhatItTells supplyCut={checklist.supplyCut} job={job} />
      <div className="grid gap-x-10 gap-y-4 xl:grid-cols-[minmax(0,1fr)_400px]">
        <div className="grid content-start gap-4">
          <Taps
            legend="Last driven, or pump last ran, so long ago"
            options={SINCE}
            chosen={
              checklist.minutesSinceRun === null
                ? []
                : [String(checklist.minutesSinceRun) as (typeof SINCE)[number]['value']]
            }
            onTap={(value) => {
              check({ minutesSinceRun: value === 'unknown' ? 'unknown' : Number(value) })
              toTemperature(draft)
            }}
          />
          <RoundQuestions job={job} draft={draft} levels onChange={desk.change} />
          {highest && highest.id !== draft.levelId && (
            <p className="text-small text-ink-2">
              It stands lower than its highest level: a drop has less room to show before the bump
              stop.
            </p>
          )}
          {soak && <p className="text-small text-ink-2">{soak}</p>}
        </div>
        <div className="grid content-start gap-4">
          <Taps
            legend="Supply of the air suspension taken away by"
            options={supplyOptions(job, watchWithSupplyOff(job) !== null)}
            chosen={checklist.supplyCut ? [checklist.supplyCut] : []}
            onTap={(supplyCut) => check({ supplyCut, supplyProved: false })}
          />
          {checklist.supplyCut && (
            <Notice kind="caution" className="text-small">
              {CAUTION[checklist.supplyCut]}
            </Notice>
          )}
          <ThenDone checklist={checklist} onCheck={check} />
          <Field className="w-[260px]" label="Morning round at" id="planned-end">
            <Input
              type="datetime-local"
              value={checklist.plannedEnd}
              onText={(text) => check({ plannedEnd: text })}
            />
          </Field>
          <PlanPanel job={job} draft={draft} units={units} now={new Date()} />
        </div>
      </div>
      {draft.refusal && <Refusal>{draft.refusal}</Refusal>}
      <div className="flex flex-wrap items-center gap-3">
        <Button
          look="go"
          big
          disabled={missing !== null}
          onClick={() => desk.change({ walking: true })}
        >
          {draft.readings.length > 0 ? 'Back to the evening round' : 'Walk the evening round'}
        </Button>
        {desk.begun && (again || draft.readings.length > 0) && (
          <ThrowAway draft={draft} onThrow={desk.drop} />
        )}
        {missing && <span className="text-ink-2">{missing}</span>}
      </div>
    </div>
  )
}
