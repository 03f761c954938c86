import type { ReactNode } from 'react'
import { Refusal } from '../kit/Notice.tsx'
import { sentenceOf } from './api.ts'

/** What the server said to something that was asked of it; nothing while it refused nothing. */
export const RefusalOf = ({
  asked,
  className,
}: {
  readonly asked: { readonly error: unknown }
  /** Where it stands, nothing of its look. */
  readonly className?: string
}): ReactNode => (
  <Refusal {...(className === undefined ? {} : { className })}>
    {asked.error ? sentenceOf(asked.error) : null}
  </Refusal>
)
