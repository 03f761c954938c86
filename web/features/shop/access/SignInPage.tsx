import type { ReactNode } from 'react'
import { useDrafts } from '../../../client/state/drafts.ts'
import { useAccess } from '../../../client/state/access.ts'
import { useWorkQueue } from '../../../client/state/workQueue.ts'
import { SignInForm } from './SignInForm.tsx'

/** Stands in place of everything while nobody is in. */
export function SignInPage(): ReactNode {
  const latest = useAccess((access) => access.names[0])
  const waiting =
    useWorkQueue(({ items }) => items.length) +
    useDrafts(({ byKey }) => Object.values(byKey).filter(({ sealed }) => sealed !== null).length)
  return (
    <div className="mx-auto grid max-w-[480px] gap-5 px-4 py-10">
      <h1 className="text-title font-bold">Sign in</h1>
      <SignInForm first={latest} />
      {waiting > 0 && (
        <p className="text-ink-2">
          {waiting === 1 ? 'One entry waits' : `${waiting} entries wait`} on this tablet and go when
          whoever made them signs in.
        </p>
      )}
      <p className="text-small text-ink-2">
        A lost PIN is set anew by a lead, under Shop, People who sign in.
      </p>
    </div>
  )
}
