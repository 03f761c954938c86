import type { Job, Shop } from '@anklet/contract'
import { isHandedOver, lastOf } from '@anklet/core/work/proof'
import { FileDown, FileJson, Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { ask, sentenceOf } from '../../client/api.ts'
import {
  useParts,
  usePersonName,
  useRepeatability,
  useShop,
  useUnits,
} from '../../client/queries.ts'
import { carFile, saveFile } from '../../kit/saveFile.ts'
import type { OwnerPaper } from '../job/papers/ownerPaper.ts'
import { ownerPaper } from '../job/papers/ownerPaper.ts'
import { recordPaper } from '../job/papers/recordPaper.ts'
import { readyPapers, savePaper } from '../job/papers/savePaper.ts'
import type { Written } from '../../client/state/handovers.ts'
import { NOTHING_WRITTEN, useHandovers } from '../../client/state/handovers.ts'
import { useSession } from '../../client/state/session.ts'
import type { PaperRequest } from '../job/papers/paperWorker.ts'
import { momentWords } from '@anklet/language/plain/times'
import { HeightsThrough } from '../job/heights/HeightsThrough.tsx'
import { useProof } from '../job/proof/useProof.ts'
import { warrantyLines } from '../job/model/shelfParts.ts'
import { ForThePaper } from './ForThePaper.tsx'
import { PaperView } from './PaperView.tsx'
import { CloseJob } from '../job/frame/CloseJob.tsx'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'

function Files({
  job,
  of,
  work,
}: {
  readonly job: Job
  readonly of: OwnerPaper
  readonly work: NonNullable<ReturnType<typeof useProof>>['work'] | null
}): ReactNode {
  const units = useUnits()
  const nameOf = usePersonName()
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState('')
  useEffect(readyPapers, [])
  const file = (rest: string): string => carFile(job.vehicle, rest)
  const during = async (
    work: () => Promise<string>,
    faulty: (error: unknown) => string,
  ): Promise<void> => {
    setBusy(true)
    setWrong('')
    setWrong(await work().catch(faulty))
    setBusy(false)
  }
  const save = (paper: PaperRequest): Promise<void> =>
    during(
      async () => {
        const left = await savePaper(
          file(paper.kind === 'owner' ? 'handover.pdf' : 'record.pdf'),
          paper,
        )
        return left === 0
          ? ''
          : left === 1
            ? 'One photo could not be read: the paper is made without it.'
            : `${left} photos could not be read: the paper is made without them.`
      },
      () => 'The paper could not be made. Look whether the server can be reached, and try again.',
    )
  const pack = (): Promise<void> =>
    during(async () => {
      saveFile(
        file('job.json'),
        'application/json',
        JSON.stringify(await ask('/api/jobs/:id/bundle', job.id)),
      )
      return ''
    }, sentenceOf)
  return (
    <section aria-label="Papers" className="no-print grid gap-2">
      <h2>Papers</h2>
      <Button disabled={busy} onClick={() => void save({ kind: 'owner', of, units })}>
        <FileDown size={18} aria-hidden />
        For the owner, PDF
      </Button>
      <Button onClick={() => window.print()}>
        <Printer size={18} aria-hidden />
        Print it
      </Button>
      <Button
        disabled={busy}
        onClick={() =>
          void save({ kind: 'record', of: recordPaper({ of, job, work, units, nameOf }) })
        }
      >
        <FileDown size={18} aria-hidden />
        For the file, PDF
      </Button>
      <Button disabled={busy} onClick={() => void pack()}>
        <FileJson size={18} aria-hidden />
        The whole job, for another Anklet
      </Button>
      <Refusal>{wrong}</Refusal>
    </section>
  )
}

function Photos({ of }: { readonly of: OwnerPaper }): ReactNode {
  return (
    of.photos.length > 0 && (
      <section>
        <h3 className="break-after-avoid text-lead font-semibold text-ink">Photos</h3>
        <ul className="grid grid-cols-2 gap-3">
          {of.photos.map(({ id, words }) => (
            <li key={id} className="break-inside-avoid">
              <img
                src={`/api/photos/${id}`}
                alt={words}
                className="max-h-[220px] rounded-md object-contain"
              />
              <p className="text-note text-ink-2" aria-hidden>
                {words}
              </p>
            </li>
          ))}
        </ul>
      </section>
    )
  )
}

function HandOver({ job, shop }: { readonly job: Job; readonly shop: Shop }): ReactNode {
  const proof = useProof(job)
  const units = useUnits()
  const nameOf = usePersonName()
  const me = useSession((session) => session.personId)
  const { repeatabilityMm } = useRepeatability()
  const parts = useParts().data ?? []
  const last = lastOf(job.proof, 'handedOver')
  const done = isHandedOver(job) ? last : null
  const draft: Written =
    useHandovers((state) => state.byKey[job.id]) ??
    (last
      ? last.content
      : {
          ...NOTHING_WRITTEN,
          conditions: warrantyLines(job, parts).join('\n'),
        })
  const of = ownerPaper({
    job,
    shop,
    work: proof?.work ?? null,
    items: proof?.items ?? [],
    repeatabilityMm,
    written: done ? done.content : draft,
    at: done?.at ?? new Date().toISOString(),
    by: nameOf(done?.person ?? me ?? ''),
    nameOf,
  })
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_330px] print:block">
      <div className="min-w-0">
        <PaperView of={of} units={units} photos={<Photos of={of} />} />
        <div className="no-print mt-6">
          <HeightsThrough job={job} units={units} />
        </div>
      </div>
      <aside
        aria-label="Beside the paper"
        className="order-first grid min-w-0 content-start gap-4 lg:order-last"
      >
        {done && (
          <p className="say-small no-print">
            Handed over {momentWords(done.at, new Date())} by {nameOf(done.person)},{' '}
            {done.content.proved ? 'proved' : 'not proved'}.
          </p>
        )}
        {!done && !job.closedAt && (
          <ForThePaper job={job} items={proof?.items ?? null} draft={draft} />
        )}
        <Files job={job} of={of} work={proof?.work ?? null} />
        {!job.closedAt && (done !== null || job.work.length === 0) && (
          <CloseJob job={job} prominent={done !== null} />
        )}
      </aside>
    </div>
  )
}

/** The owner's paper, made of the record; the same as PDF, print and file, and the car handed over. */
export function Handover({ job }: { readonly job: Job }): ReactNode {
  const shop = useShop().data
  return shop ? <HandOver key={job.id} job={job} shop={shop} /> : <p className="sub">…</p>
}
