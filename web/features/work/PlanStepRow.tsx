import type { Drawn, PlanStep, ProcedureBook } from '@anklet/core/work/procedure'
import { reasonsOf } from './model.ts'
import type { Torque } from '@anklet/contract'
import { Camera, ChevronDown, ChevronUp, Hourglass, ShieldAlert, Users } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { capital } from '@anklet/language/plain/corners'
import {
  CONDITION_WORDS,
  GATE_WORDS,
  minutesWords,
  PROOF_WORDS,
  stepWords,
  torqueWords,
  turnedWords,
} from '@anklet/language/work/plan'
import { useUnits } from '../../client/queries.ts'
import { StepDrawing } from '../../kit/drawings/StepDrawing.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { Tap } from '../../kit/Button.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

interface StepProps {
  readonly step: PlanStep
  readonly number: number
  readonly all: ReadonlyMap<string, PlanStep>
  readonly book: ProcedureBook
  readonly torques: readonly Torque[]
  readonly typeId: string
  /** What is drawn of it on paper. */
  readonly drawn: readonly Drawn[]
  readonly room: { readonly earlier: boolean; readonly later: boolean }
  onMove(by: -1 | 1): void
}

/** A torque as it is shown: the shop's figure with its source, or that nobody entered one. */
function TorqueWords({
  fastener,
  words,
  torques,
  typeId,
}: {
  readonly fastener: string
  readonly words: string
  readonly torques: readonly Torque[]
  readonly typeId: string
}): ReactNode {
  const known = torques.find((each) => each.typeId === typeId && each.fastener === fastener)
  return known ? (
    <p className="text-small">
      {words}: <b className="num">{torqueWords(known)}</b>
      {turnedWords(known)} <span className="text-ink-2">({known.source})</span>
    </p>
  ) : (
    <p className="text-small">
      {words}: not entered, <Link to="/shelf/torques">look it up and enter it</Link>
    </p>
  )
}

function MoveButtons({
  words,
  room,
  onMove,
}: Pick<StepProps, 'room' | 'onMove'> & { readonly words: string }): ReactNode {
  return (
    <div className="flex gap-2 pt-1">
      <Tap disabled={!room.earlier} onClick={() => onMove(-1)} aria-label={`Earlier: ${words}`}>
        <ChevronUp size={18} aria-hidden />
        Earlier
      </Tap>
      <Tap disabled={!room.later} onClick={() => onMove(1)} aria-label={`Later: ${words}`}>
        <ChevronDown size={18} aria-hidden />
        Later
      </Tap>
    </div>
  )
}

/** The reason of a step, of its place in the order, its gates and what it needs. */
function Why(props: StepProps): ReactNode {
  const { step, book, room, onMove } = props
  const reasons = reasonsOf(props.step, props.all, props.book).slice(0, MOST_REASONS)
  const needs = [
    ...step.tools.map((id) => book.tools[id] ?? id),
    ...step.uses.map((id) => book.uses[id] ?? id),
  ]
  return (
    <Disclosure
      className="no-print"
      summary="Why, and why here"
      summaryClass="text-small text-ink-2"
    >
      <div className="grid gap-1 pb-1 text-small">
        <p>{step.why}</p>
        {reasons.length > 0 && <p>It waits until {reasons.join('; ')}.</p>}
        {step.gates.map(({ gate, asks }) => (
          <div key={gate}>
            <p className="font-semibold">{capital(GATE_WORDS[gate])}</p>
            <ul className="list-disc pl-5">
              {asks.map(({ condition, proofs }) => (
                <li key={condition}>
                  {CONDITION_WORDS[condition]}:{' '}
                  {proofs.map((proof) => PROOF_WORDS[proof]).join(', or ')}
                </li>
              ))}
            </ul>
          </div>
        ))}
        {needs.length > 0 && <p className="text-ink-2">{capital(needs.join(', '))}.</p>}
        <MoveButtons words={stepWords(step.words, step.place)} room={room} onMove={onMove} />
      </div>
    </Disclosure>
  )
}

/** More reasons than these are not read. */
const MOST_REASONS = 6

/** A step of a plan: what, where, how long, its caution and gate; and why it stands where it stands. */
export function PlanStepRow(props: StepProps): ReactNode {
  const { step, number, book, torques, typeId, drawn } = props
  const units = useUnits()
  return (
    <li
      className="plan-step grid grid-cols-[34px_minmax(0,1fr)_auto] gap-x-3 border-b border-edge py-2.5"
      data-key={step.key}
    >
      <span className="num pt-0.5 text-right text-body text-ink-3">{number}</span>
      <div className="grid min-w-0 gap-1">
        <p className="text-lead font-medium leading-snug">{stepWords(step.words, step.place)}</p>
        {step.caution && (
          <Notice kind="caution" className="flex gap-2 text-small">
            <ShieldAlert size={17} aria-hidden className="mt-0.5 shrink-0" />
            <span>{step.caution}</span>
          </Notice>
        )}
        {step.second && (
          <p className="flex items-center gap-2 text-small text-ink-2">
            <Users size={15} aria-hidden />
            With a second hand. {step.alone ?? 'Not alone.'}
          </p>
        )}
        {step.torque && (
          <TorqueWords
            fastener={step.torque}
            words={book.fasteners[step.torque]?.words ?? step.torque}
            torques={torques}
            typeId={typeId}
          />
        )}
        {drawn.length > 0 && (
          <div className="hidden gap-4 py-1 print:flex">
            {drawn.map((each) => (
              <div key={each.of} className="w-[74mm]">
                <StepDrawing drawn={each} units={units} />
              </div>
            ))}
          </div>
        )}
        <Why {...props} />
      </div>
      <div className="grid content-start justify-items-end gap-0.5 text-small text-ink-2">
        <span className="num whitespace-nowrap">{minutesWords(step.minutes)}</span>
        {step.waitMinutes > 0 && (
          <span className="num flex items-center gap-1 whitespace-nowrap">
            <Hourglass size={13} aria-hidden />
            {minutesWords(step.waitMinutes)}
          </span>
        )}
        {step.photo && <Camera size={16} role="img" aria-label="With a photo" />}
      </div>
    </li>
  )
}
