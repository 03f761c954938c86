import type { CommandPayload, CommandResult, CommandType } from '@anklet/contract'
import type { SubmitEvent } from 'react'
import { useEffect, useRef, useState } from 'react'
import type { DefaultValues, FieldValues, Path, PathValue } from 'react-hook-form'
import { useForm } from 'react-hook-form'
import { Refused, sentenceOf } from '../api.ts'
import { useCommand } from '../queries.ts'
import type { FormRules } from './commandResolver.ts'
import { commandResolver } from './commandResolver.ts'
import { same } from './meanwhile.ts'
import type { Meanwhile } from './useMeanwhile.ts'
import { useMeanwhile } from './useMeanwhile.ts'

interface Opened<Name extends CommandType, Typed> extends Omit<
  FormRules<Typed, CommandPayload<Name>>,
  'payloadOf'
> {
  readonly command: Name
  /** What stands in the fields when the form opens. */
  readonly begin: Typed
  /**
   * What the command would carry; a figure that cannot be read is NaN, which the check refuses.
   * @param id of the record that is made: the same however often it is sent
   */
  payloadOf(typed: Typed, id: string): CommandPayload<Name>
  /** Version of the record that was looked at; left out: a new one is made. */
  readonly baseVersion?: number | null
  /** Who signs it, where that is not whoever works here. */
  person?(id: string): string
  /** Whether the form is empty again when it was sent, for another one. */
  readonly empties?: boolean
  /** Left out: what cannot be sent is said when it is sent, and from then on while it is typed. */
  readonly mode?: 'onChange'
  /** Told what stands in the fields with each change, where that is kept outside the form. */
  onTyped?(typed: NoInfer<Typed>): void
  onDone?(id: string, result: CommandResult): void
}

const BOTH =
  'Somebody else changed the same in the meantime. Choose whose words stand; then keep it.'
const MERGED =
  'Somebody else saved this in the meantime. What they changed stands here now, beside what you ' +
  'typed: look at it, and keep it again.'
const THEIRS = 'Somebody else changed this too.'

/** A form that sends a command, as it stands. */
export interface CommandForm<Typed> {
  readonly typed: Typed
  set(change: Partial<Typed>): void
  /** Why a field cannot be sent as it is, by field. */
  readonly refusals: Partial<Readonly<Record<keyof Typed, string>>>
  /** What is wrong with the whole, or what the server said; empty: nothing. */
  readonly complaint: string
  /** Why the server refused it, or that it could not be reached; null: neither. */
  readonly error: Error | null
  /** Where somebody else changed the same in another way: nothing is sent before one is chosen. */
  readonly meanwhile: Meanwhile | null
  /** Whether something else stands in the fields than on record. */
  readonly isChanged: boolean
  /** Whether it can be sent as it is; known only where it is checked with each change. */
  readonly isValid: boolean
  readonly isPending: boolean
  onSubmit(event?: SubmitEvent): void
  /** Puts everything back to what the form begins with now. */
  reset(): void
}

/** What is wrong, by field; under `root` what is wrong with the whole. */
const sentencesOf = (
  errors: Readonly<Record<string, { readonly message?: unknown } | undefined>>,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(errors).flatMap(([field, error]) =>
      typeof error?.message === 'string' ? [[field, error.message]] : [],
    ),
  )

/**
 * A form whose fields become what a command carries. It is checked by the contract's schema when it
 * is sent, and from then on with each change; sent and refused, its first refused field is at hand.
 */
export function useCommandForm<Name extends CommandType, Typed extends FieldValues>(
  opened: Opened<Name, Typed>,
): CommandForm<Typed> {
  const { command, begin, baseVersion = null, mode = 'onSubmit', empties = false } = opened
  const [id, setId] = useState(() => crypto.randomUUID())
  const sending = useCommand(command)
  const form = useForm<Typed, unknown, CommandPayload<Name>>({
    defaultValues: begin as DefaultValues<Typed>,
    resolver: commandResolver({ ...opened, payloadOf: (typed) => opened.payloadOf(typed, id) }),
    mode,
  })
  const { errors, isSubmitted, submitCount } = form.formState
  const sent = useRef<Element>(null)
  // In a long form what was refused may be off the screen: whoever sent it is taken there.
  useEffect(() => {
    sent.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
  }, [submitCount])
  const typed = form.watch()
  const set = (change: Partial<Typed>): void => {
    for (const [field, value] of Object.entries(change))
      form.setValue(field as Path<Typed>, value as PathValue<Typed, Path<Typed>>, {
        shouldDirty: true,
        shouldValidate: isSubmitted || mode === 'onChange',
      })
    opened.onTyped?.({ ...form.getValues() })
  }
  const { origin, meanwhile, isMerged, note, arrived, restart } = useMeanwhile({
    record: { begin, version: baseVersion },
    typed,
    sending,
    put: set,
  })
  const done = (now: Typed, result: CommandResult): void => {
    setId(crypto.randomUUID())
    arrived(now, result.version)
    if (empties) {
      form.reset(begin)
      restart()
    }
    opened.onDone?.(id, result)
  }
  const submit = form.handleSubmit((payload) => {
    const person = opened.person?.(id)
    const now = form.getValues()
    note(now)
    sending.submit(
      { payload, baseVersion: origin.version, ...(person === undefined ? {} : { person }) },
      (result) => done(now, result),
    )
  })
  const { root = '', ...refusals } = sentencesOf(errors)
  const isStale = sending.error instanceof Refused && sending.error.code === 'stale'
  const sentence = (): string => {
    if (root !== '') return root
    if (meanwhile) return BOTH
    if (isStale && isMerged) return MERGED
    return sending.isError ? sentenceOf(sending.error) : ''
  }
  const clashing = (meanwhile?.clashes ?? []).map(({ path }) => [path[0]!, THEIRS])
  return {
    typed,
    set,
    refusals: { ...Object.fromEntries(clashing), ...refusals } as CommandForm<Typed>['refusals'],
    complaint: sentence(),
    meanwhile,
    isChanged: !same(typed, origin.begin),
    error: sending.error,
    // Asking whether it is valid has it checked with each change.
    isValid: mode === 'onSubmit' || form.formState.isValid,
    isPending: sending.isPending,
    onSubmit: (event) => {
      sent.current = event?.currentTarget ?? null
      event?.preventDefault()
      if (!meanwhile) void submit(event)
    },
    reset: () => {
      form.reset(begin)
      restart()
      sending.reset()
    },
  }
}
