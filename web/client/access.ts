import type { AuditQuery, KeepingQuery, SessionState } from '@anklet/contract'
import type { QueryClient } from '@tanstack/react-query'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { ask, askAudit, askKeeping, tell } from './api.ts'
import { hearPages, takeSession, tellPages, useAccess } from './state/access.ts'
import { stream } from './state/stream.ts'
import { useSession } from './state/session.ts'

const device = (): string => useSession.getState().device

/** Answers that were kept on this device belong to whoever was in. */
async function forgetAnswers(client: QueryClient): Promise<void> {
  client.clear()
  if (!('caches' in globalThis)) return
  for (const name of await caches.keys()) {
    const store = await caches.open(name)
    for (const request of await store.keys())
      if (new URL(request.url).pathname.startsWith('/api/')) await store.delete(request)
  }
}

async function changeTo(answer: Promise<unknown>, client: QueryClient): Promise<void> {
  takeSession((await answer) as SessionState)
  tellPages()
  stream.restart()
  await client.invalidateQueries()
}

/** Asks who is in, now and whenever another page of this browser says that it changed. */
export async function followSession(client: QueryClient): Promise<void> {
  const look = async (): Promise<void> => {
    const before = useAccess.getState().me?.id
    try {
      takeSession(await ask('/api/session'))
    } catch {
      // Away: what was last heard counts.
      return
    }
    if (useAccess.getState().me?.id !== before) await client.invalidateQueries()
  }
  hearPages(() => void look())
  await look()
}

/** Signs somebody in on this device, in the place of whoever is in. @throws {Refused} */
export const signIn = (name: string, secret: string, client: QueryClient): Promise<void> =>
  changeTo(tell('/api/session', { name, secret, device: device() }), client)

/** Gives the shop its first PIN. @throws {Refused} */
export const makeFirst = (personId: string, secret: string, client: QueryClient): Promise<void> =>
  changeTo(tell('/api/accounts/first', { personId, secret, device: device() }), client)

/** Signs whoever is in out, and forgets here what only they may read. */
export async function signOut(client: QueryClient): Promise<void> {
  takeSession((await tell('/api/session/end', {})) as SessionState)
  tellPages()
  await forgetAnswers(client)
}

/** Sets a PIN. @param own the present one, where it is one's own. @throws {Refused} */
export const setPin = (personId: string, secret: string, own: string | null): Promise<unknown> =>
  tell('/api/accounts/secret', { personId, secret, own })

/** Takes a PIN away. @throws {Refused} */
export const dropPin = (personId: string): Promise<unknown> =>
  tell('/api/accounts/drop', { personId })

/** A lead's word at this tablet, for one command. @throws {Refused} */
export async function askAgreement(
  personId: string,
  secret: string,
  commandId: string,
): Promise<string> {
  const answer = await tell('/api/session/agreement', { personId, secret, commandId })
  return (answer as { readonly agreement: string }).agreement
}

/** Whether the one who is in may do what only a lead may; true where nobody signs in. */
export const useIsLead = (): boolean =>
  useAccess(({ accounts, me }) => !accounts || me?.role === 'lead')

/** Who may sign in. */
export const useAccounts = (enabled: boolean) =>
  useQuery({ queryKey: ['accounts'], queryFn: () => ask('/api/accounts'), enabled })

/** How other tablets reach this server. */
export const useShare = () => useQuery({ queryKey: ['share'], queryFn: () => ask('/api/share') })

/** What would be past its time, were it kept so long. */
export const useKeeping = (asked: KeepingQuery, enabled: boolean) =>
  useQuery({
    queryKey: ['keeping', asked],
    queryFn: () => askKeeping(asked),
    placeholderData: keepPreviousData,
    enabled,
  })

/** A page of who did what. */
export const useAudit = (asked: AuditQuery) =>
  useQuery({
    queryKey: ['audit', asked],
    queryFn: () => askAudit(asked),
    placeholderData: keepPreviousData,
  })
