import type { DeviceStatus, Job } from '@anklet/contract'
import { useEffect, useEffectEvent, useRef } from 'react'
import { useCommand } from '../../client/queries.ts'
import { useLink } from '../../client/state/link.ts'
import { useSession } from '../../client/state/session.ts'
import { useChecks } from '../job/knowledge/useBook.ts'
import { recordLinkCodes, sayLiveEvidence } from './commands.ts'
import { codesToKeep, liveEvidence } from './fromLink.ts'

/** Live values are held against what is known so often, ms: nothing of it hurries. */
const LOOK_MS = 4000

/**
 * Keeps with the job what the link tells by itself: codes whenever they are others than those read
 * last, and what live values say.
 * @param clampId the current clamp that is listened to; null: none
 */
export function useKeptFromLink(
  job: Job,
  status: DeviceStatus | null,
  clampId: string | null,
): void {
  const checks = useChecks(job.vehicleType.architecture)
  const signed = useSession(({ personId }) => personId) !== null
  const [record, say] = [useCommand('codes.record'), useCommand('evidence.say')]
  // What was sent once is not sent again while the job's new state is on its way; what was not
  // heard is sent at the next look.
  const sent = useRef(new Set<string>())
  const once = (what: string, send: () => boolean): void => {
    if (!sent.current.has(what) && send()) sent.current.add(what)
  }
  const heard = status?.attached === true && job.closedAt === null && signed
  const codes = heard ? codesToKeep(job, status) : null
  const content = codes && JSON.stringify(codes)
  const keepCodes = useEffectEvent((): void => {
    if (!status || !codes) return
    once(`${job.codeReadings.length} ${content}`, () =>
      record.offer(recordLinkCodes(job, status, codes)),
    )
  })
  useEffect(() => {
    if (content !== null) keepCodes()
  }, [content, job.codeReadings.length])
  const look = useEffectEvent((): void => {
    if (!status) return
    const { frames } = useLink.getState()
    for (const { check, outcome } of liveEvidence(
      job,
      checks,
      status.identity.channels,
      frames[status.identity.id] ?? [],
      clampId === null ? [] : (frames[clampId] ?? []),
      Date.now(),
    )) {
      if (
        job.evidence.some(
          (entry) => entry.from === 'link' && entry.check === check && entry.outcome === outcome,
        )
      )
        continue
      const deviceIds = [status.identity.id, ...(clampId === null ? [] : [clampId])]
      once(`${check} ${outcome}`, () =>
        say.offer(sayLiveEvidence(job, { check, outcome }, deviceIds)),
      )
    }
  })
  useEffect(() => {
    if (!heard) return undefined
    const timer = setInterval(() => look(), LOOK_MS)
    return () => clearInterval(timer)
  }, [heard])
}
