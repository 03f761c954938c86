import { orderWords } from './model.ts'
import type { Job, Round } from '@anklet/contract'
import {
  checkRound,
  countedReadings,
  leaveDoubtfulOut,
  modelSigmaMm,
} from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { toDisplay } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { completeGeometry, mapCorners, perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { CornerGlyph } from '../../../kit/CornerGlyph.tsx'
import { useRepeatability, useUnits } from '../../../client/queries.ts'
import type { Draft } from '../../../client/state/drafts.ts'
import { useDrafts, withSource } from '../../../client/state/drafts.ts'
import { useKeeping } from '../../../client/state/keeping.ts'
import { useSession } from '../../../client/state/session.ts'
import { signer } from '../../../client/state/signing.ts'
import { useGauge } from '../../../client/state/useGauge.ts'
import { readTyped } from '../../../kit/typed.ts'
import { firstLapDone, lastLap, MOST_LAPS, nextStop, take } from '../../../client/state/walk.ts'
import { CORNER_WORDS } from '@anklet/language/plain/corners'
import { leftOutWords, remarkWords } from '@anklet/language/heights/remarks'
import { isRideRound, meansOf } from '../model/rounds.ts'
import { NumberEntry } from './NumberEntry.tsx'
import { sealDraft } from './seal.ts'
import { WalkStrip } from './WalkStrip.tsx'
import { Button } from '../../../kit/Button.tsx'
import { Refusal, Notice } from '../../../kit/Notice.tsx'

interface WalkProps {
  readonly job: Job
  readonly draft: Draft
  /** A round on the same spot and level to hold this one against; null: only the design heights. */
  readonly against: Round | null
  /** Shown as fainter ticks. */
  readonly earlier: Round | null
  readonly watchVersion: number | null
  readonly saveWords: string
}

/** What the arithmetic has to say about the readings so far. */
function Remarks({
  job,
  draft,
  against,
  units,
  onAgain,
}: Pick<WalkProps, 'job' | 'draft' | 'against'> & {
  readonly units: DisplayUnits
  onAgain(corner: Corner): void
}): ReactNode {
  const { repeatabilityMm } = useRepeatability()
  const remarks = useMemo(
    () =>
      checkRound({
        vehicle: completeGeometry(job.vehicleType.geometry),
        readings: draft.readings,
        repeatabilityMm,
        modelSigmaMm: modelSigmaMm(draft.rolledAndBounced ?? false),
        rideHeights: isRideRound(draft),
        earlier: against && {
          meanMm: meansOf(against),
          count: mapCorners(countedReadings(against), (list) => list.length),
          modelSigmaMm: modelSigmaMm(against.rolledAndBounced),
        },
      }).map((remark) => remarkWords(remark, units)),
    [job, draft, against, units, repeatabilityMm],
  )
  const taken = perCorner((corner) =>
    draft.readings.filter((reading) => reading.corner === corner).map(({ heightMm }) => heightMm),
  )
  return (
    <div className="mt-3 grid gap-2" aria-live="polite">
      {remarks.map(({ sentence, again }) => (
        <p key={sentence} className="hint flex flex-wrap items-center justify-between gap-2">
          <span className="flex-1">{sentence}</span>
          {again && !draft.sealed && (
            <Button onClick={() => onAgain(again)}>Measure {CORNER_WORDS[again]} again</Button>
          )}
        </p>
      ))}
      {leaveDoubtfulOut(taken, repeatabilityMm).leftOut.map((one) => (
        <p key={`${one.corner}${one.heightMm}`} className="hint">
          {leftOutWords(one, units)}
        </p>
      ))}
    </div>
  )
}

/** What can be done besides typing the next reading: save, walk another lap, go back. */
function AfterEntry({
  draft,
  stop,
  saveWords,
  onSave,
  onChange,
}: {
  readonly draft: Draft
  /** Something is still to be read. */ readonly stop: boolean
  readonly saveWords: string
  onSave(): void
  onChange(next: Partial<Draft>): void
}): ReactNode {
  const isWritten = useKeeping(({ unwritten }) => !unwritten.includes(`round ${draft.key}`))
  return (
    <>
      {draft.refusal && <Refusal>{draft.refusal}</Refusal>}
      {firstLapDone(draft.readings) && !draft.sealed && (
        <Button look={stop ? 'plain' : 'go'} big onClick={onSave}>
          {stop ? `${saveWords} with ${draft.laps > 2 ? 'what is read' : 'one lap'}` : saveWords}
        </Button>
      )}
      {!stop && !draft.sealed && draft.laps < MOST_LAPS && (
        <Button onClick={() => onChange({ laps: draft.laps + 1 })}>Walk another lap</Button>
      )}
      {draft.sealed && (
        <Notice kind="wait">
          {isWritten
            ? 'Saving … the round is kept on this device until the server has it.'
            : 'Saving …'}
        </Notice>
      )}
      {!draft.sealed && (
        <Button
          look="quiet"
          className="self-start text-left"
          onClick={() => onChange({ walking: false })}
        >
          Back to the questions; readings stay
        </Button>
      )}
    </>
  )
}

function WhereNow({
  lit,
  words,
}: {
  readonly lit: readonly Corner[]
  readonly words: ReturnType<typeof orderWords>
}): ReactNode {
  return (
    <div className="mb-2 flex items-center gap-4">
      <CornerGlyph lit={lit} size={58} />
      <p className="say-small" aria-live="polite">
        {words.before}
        {words.strong && <b>{words.strong}</b>}
        {words.after}
      </p>
    </div>
  )
}

/** A gauge fills the field; taking it stays a tap, since a gauge can be held to the wrong corner. */
function useGaugeInto(key: string, units: DisplayUnits): void {
  const patch = useDrafts((drafts) => drafts.patch)
  useGauge(
    'heightGauge',
    useCallback(
      (mm: number, deviceId: string) => {
        const typed = units.length === 'mm' ? String(mm) : toDisplay(mm, 'height', units).toFixed(2)
        const sources = withSource(useDrafts.getState().byKey[key]?.sources ?? [], deviceId)
        patch(key, { typed, refusal: null, sources })
      },
      [patch, key, units],
    ),
  )
}

/** The walk: one corner at a time, the cursor moves on by itself, the second lap goes the other way round. */
export function WalkPanel({
  job,
  draft,
  against,
  earlier,
  watchVersion,
  saveWords,
}: WalkProps): ReactNode {
  const units = useUnits()
  const patch = useDrafts((drafts) => drafts.patch)
  const { device } = useSession()
  const [complaint, setComplaint] = useState<string | null>(null)
  const saved = useRef(false)
  const stop = draft.chosen ?? nextStop(draft.readings, draft.laps)
  const { repeatabilityMm } = useRepeatability()
  const change = (next: Partial<Draft>): void => patch(draft.key, { ...next, refusal: null })
  const measureAgain = (corner: Corner): void =>
    change({ chosen: { corner, lap: lastLap(draft.readings, corner) }, typed: '' })
  useEffect(() => {
    if (draft.sealed === null) saved.current = false
  }, [draft.sealed])
  useGaugeInto(draft.key, units)
  const takeReading = (): void => {
    if (!stop || draft.sealed) return
    const typed = readTyped(draft.typed, 'height', units)
    setComplaint(typed.ok ? null : typed.sentence)
    if (!typed.ok) return
    const at = new Date().toISOString()
    change({
      readings: take(draft.readings, { ...stop, heightMm: typed.value, at }),
      typed: '',
      chosen: null,
      startedAt: draft.startedAt ?? at,
    })
  }
  const save = async (): Promise<void> => {
    const person = await signer().catch(() => null)
    // A double tap must not seal twice: the first one has the word.
    if (person === null || saved.current || draft.sealed) return
    const sealed = sealDraft(draft, units, { person, device, watchVersion })
    if (!sealed) return change({ walking: false })
    saved.current = true
    change({ sealed })
  }
  const words = orderWords(draft)
  return (
    <div className="grid gap-x-7 gap-y-3 lg:grid-cols-[minmax(0,1fr)_326px]">
      <div className="min-w-0">
        <WhereNow lit={stop ? [stop.corner] : []} words={words} />
        <WalkStrip
          job={job}
          draft={draft}
          earlier={against ?? earlier}
          stop={stop}
          units={units}
          repeatabilityMm={repeatabilityMm}
          onPick={measureAgain}
        />
        <Remarks job={job} draft={draft} against={against} units={units} onAgain={measureAgain} />
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        {stop && !draft.sealed && (
          <NumberEntry
            draft={draft}
            stop={stop}
            units={units}
            complaint={complaint}
            onType={(typed) => {
              setComplaint(null)
              change({ typed })
            }}
            onTake={takeReading}
          />
        )}
        <AfterEntry
          draft={draft}
          stop={stop !== null}
          saveWords={saveWords}
          onSave={() => void save()}
          onChange={change}
        />
      </div>
    </div>
  )
}
