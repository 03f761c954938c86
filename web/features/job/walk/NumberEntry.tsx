import type { DisplayUnits } from '@anklet/core/base/units'
import { UNIT_LABEL } from '@anklet/core/base/units'
import type { FormEvent, ReactNode } from 'react'
import { useEffect, useEffectEvent, useRef } from 'react'
import { applyKey, Keypad } from '../../../kit/Keypad.tsx'
import { useMedia } from '../../../kit/useMedia.ts'
import type { Draft } from '../../../client/state/drafts.ts'
import type { Stop } from '../../../client/state/walk.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { BigFigure } from '../../../kit/BigFigure.tsx'
import { Button } from '../../../kit/Button.tsx'

interface EntryProps {
  readonly draft: Draft
  readonly stop: Stop
  readonly units: DisplayUnits
  readonly complaint: string | null
  onType(text: string): void
  onTake(): void
}

/** A height in mm that is whole: after 1 a fourth figure may come. */
const WHOLE = /^[2-9]\d\d$/
/** Time to add a half or to take a figure back, ms. */
const GOES_ON_MS = 900

// Typed with the keys on the screen, a whole height is taken by itself: a glove taps once less at
// each corner.
function useGoingOn(typed: string, units: DisplayUnits, onTake: () => void) {
  const byKeys = useRef(false)
  const goesOn = units.length === 'mm' && WHOLE.test(typed)
  const go = useEffectEvent(onTake)
  useEffect(() => {
    if (!goesOn || !byKeys.current) return
    const timer = setTimeout(() => go(), GOES_ON_MS)
    return () => clearTimeout(timer)
  }, [goesOn, typed])
  return (keys: boolean): void => {
    byKeys.current = keys
  }
}

/** One big number and the keys for it. */
export function NumberEntry({
  draft,
  stop,
  units,
  complaint,
  onType,
  onTake,
}: EntryProps): ReactNode {
  const part = units.length === 'mm' ? 'half' : 'point'
  const field = useRef<HTMLInputElement>(null)
  // On a touch screen our own keys are the keyboard; the system's would cover half the page.
  const touch = useMedia('(pointer: coarse)')
  useEffect(() => {
    if (!touch) field.current?.focus({ preventScroll: true })
  }, [stop.corner, stop.lap, touch])
  const typedBy = useGoingOn(draft.typed, units, onTake)
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    onTake()
  }
  return (
    <form
      onSubmit={submit}
      className="grid gap-2.5 bg-paper max-md:sticky max-md:bottom-0 max-md:z-10 max-md:pb-2"
      noValidate
    >
      <BigFigure
        ref={field}
        id="height"
        label={`${capital(CORNER_WORDS[stop.corner])}, lap ${stop.lap}`}
        unit={UNIT_LABEL[units.length]}
        complaint={complaint}
        inputMode={touch ? 'none' : 'decimal'}
        enterKeyHint="next"
        value={draft.typed}
        onChange={(event) => {
          typedBy(false)
          onType(event.target.value)
        }}
      />
      <Keypad
        part={part}
        onKey={(key) => {
          typedBy(true)
          onType(applyKey(draft.typed, key, part))
        }}
      />
      <Button look="go" big type="submit">
        {draft.typed ? `Take ${draft.typed} and walk on` : 'Take it and walk on'}
      </Button>
    </form>
  )
}
