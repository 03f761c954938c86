import type { Complaint } from '@anklet/contract'
import type { WantedBack } from '@anklet/core/reasoning/diagnosis'
import { wantedNow } from '@anklet/core/reasoning/diagnosis'
import type { ReactNode } from 'react'
import { dayOf } from '@anklet/language/plain/times'
import { Taps } from './Taps.tsx'

type SaidWanted = Complaint['wantedBack']

const WORDS: Readonly<Record<WantedBack, string>> = {
  today: 'Today',
  tomorrow: 'Tomorrow',
  later: 'Later',
}

/** When the car is wanted back; a second tap takes it back. */
export function WantedTaps({
  wanted,
  disabled = false,
  onSay,
}: {
  readonly wanted: SaidWanted
  readonly disabled?: boolean
  onSay(wanted: NonNullable<SaidWanted> | null): void
}): ReactNode {
  const today = dayOf(new Date())
  const now = wantedNow(wanted, today)
  return (
    <Taps<WantedBack>
      legend="When is it wanted back?"
      disabled={disabled}
      chosen={now === null ? [] : [now]}
      onTap={(said) => onSay(said === now ? null : { said, on: today })}
      options={(Object.keys(WORDS) as WantedBack[]).map((value) => ({
        value,
        words: WORDS[value],
      }))}
    />
  )
}
