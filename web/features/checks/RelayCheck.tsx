import type { Job } from '@anklet/contract'
import { judgeRelay } from '@anklet/core/measuring/guided'
import type { ReactNode } from 'react'
import { useCallback, useState } from 'react'
import { useGauge } from '../../client/state/useGauge.ts'
import { parseNumber } from '../../kit/typed.ts'
import { Taps } from '../../kit/Taps.tsx'
import { relaySaid } from '@anklet/language/causes/checks'
import { CheckFrame } from '../job/guided/CheckFrame.tsx'
import { Field, FigureInput } from '../../kit/Field.tsx'

type Field = 'askedA' | 'restA'
const FIELD_WORDS: Readonly<Record<Field, string>> = {
  restA: 'Current with nothing asked',
  askedA: 'Current with the pump asked for',
}

/** Whether relay and pump do as they are told: the current asked and at rest, and the click. */
export function RelayCheck({ job }: { readonly job: Job }): ReactNode {
  const [typed, setTyped] = useState<Readonly<Record<Field, string>>>({ askedA: '', restA: '' })
  const [clicks, setClicks] = useState<boolean | null>(null)
  const [field, setField] = useState<Field>('restA')
  const [clamp, setClamp] = useState<string>()
  useGauge(
    'currentClamp',
    useCallback(
      (ampere: number, deviceId: string) => {
        setTyped((was) => ({ ...was, [field]: String(ampere) }))
        setClamp(deviceId)
      },
      [field],
    ),
  )
  const [askedA, restA] = [parseNumber(typed.askedA), parseNumber(typed.restA)]
  const nothing = askedA === null && restA === null && clicks === null
  const lines = [
    ...(restA === null ? [] : [`At rest ${restA} A.`]),
    ...(askedA === null ? [] : [`Asked ${askedA} A.`]),
    ...(clicks === null ? [] : [clicks ? 'The relay clicks.' : 'The relay does not click.']),
  ]
  return (
    <CheckFrame
      job={job}
      kind="relay"
      sources={[clamp]}
      said={nothing ? null : relaySaid(judgeRelay({ askedA, restA, clicks }), lines)}
      caution={
        'Metal tools at the battery: cover its poles. A relay that is bridged runs the ' +
        'pump without its cut-out: seconds only.'
      }
      steps={[
        'Clamp around the pump’s supply; read the current with nothing asked.',
        'Ask for the pump (raise, or an order), listen at the relay, read the current.',
        'No current: is the fuse good, is there voltage at the relay?',
      ]}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        {(['restA', 'askedA'] as const).map((key) => (
          <Field key={key} label={<>{FIELD_WORDS[key]}, A</>} id={key}>
            <FigureInput
              className="text-figure"
              value={typed[key]}
              onFocus={() => setField(key)}
              onText={(text) => setTyped({ ...typed, [key]: text })}
            />
          </Field>
        ))}
      </div>
      <p className="text-small text-ink-2">
        A current clamp’s button fills the field touched last.
      </p>
      <Taps<boolean>
        legend="Does the relay click?"
        chosen={clicks === null ? [] : [clicks]}
        onTap={(value) => setClicks(clicks === value ? null : value)}
        options={[
          { value: true, words: 'It clicks' },
          { value: false, words: 'Silence' },
        ]}
      />
    </CheckFrame>
  )
}
