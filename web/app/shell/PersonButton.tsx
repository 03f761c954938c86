import { UserRound } from 'lucide-react'
import type { ReactNode } from 'react'
import { usePeople } from '../../client/queries.ts'
import { useAccess } from '../../client/state/access.ts'
import { useSession } from '../../client/state/session.ts'
import { Button } from '../../kit/Button.tsx'

/** Who signs on this device; a tap changes it. */
export function PersonButton({ onOpen }: { onOpen(): void }): ReactNode {
  const personId = useSession((session) => session.personId)
  const me = useAccess((access) => access.me)
  const listed = usePeople().data?.find(({ id }) => id === personId)
  const person = me ?? listed
  return (
    <Button
      look="bare"
      className="flex min-h-touch items-center gap-2 rounded-md px-2 text-small font-semibold"
      onClick={onOpen}
      aria-label={`Working here: ${person?.name ?? 'nobody yet'}. Change`}
    >
      <UserRound size={18} aria-hidden />
      <span className="hidden max-w-[9rem] truncate sm:inline">{person?.name ?? 'Who?'}</span>
    </Button>
  )
}
