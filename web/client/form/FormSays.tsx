import { capital } from '@anklet/language/plain/corners'
import type { ReactNode } from 'react'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import type { Clash } from './meanwhile.ts'
import type { CommandForm } from './useCommandForm.ts'

const quoted = (value: unknown): string => (value === '' ? 'nothing' : `“${String(value)}”`)

const isWords = ({ mine, theirs }: Clash): boolean =>
  typeof mine === 'string' && typeof theirs === 'string'

/** What is wrong with a form as it stands; where two people changed the same, the choice between them. */
export function FormSays({
  form: { complaint, meanwhile },
  also = '',
  className,
}: {
  readonly form: Pick<CommandForm<unknown>, 'complaint' | 'meanwhile'>
  /** What else there is to say, where the form itself says nothing. */
  readonly also?: string
  /** Where it stands, nothing of its look. */
  readonly className?: string
}): ReactNode {
  return (
    <>
      <Refusal {...(className === undefined ? {} : { className })}>{complaint || also}</Refusal>
      {meanwhile && (
        <div className="grid gap-2">
          <ul className="grid gap-1">
            {meanwhile.clashes.filter(isWords).map((clash) => (
              <li key={clash.path.join(' ')}>
                {capital(quoted(clash.theirs))} was written, and you typed {quoted(clash.mine)}.
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-2">
            <Button onClick={meanwhile.keepMine}>Go on with mine</Button>
            <Button onClick={meanwhile.takeTheirs}>Take theirs</Button>
          </div>
        </div>
      )}
    </>
  )
}
