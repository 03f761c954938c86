import { FormSays } from '../../client/form/FormSays.tsx'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Backup, BackupsRecord, Shop } from '@anklet/contract'
import { useIsFetching, useMutation, useQueryClient } from '@tanstack/react-query'
import { ArchiveRestore, Download, HardDriveDownload, Upload } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useRef, useState } from 'react'
import checkChange from 'virtual:check/shop.change'
import { Loading } from '../../client/Loading.tsx'
import { useNow } from '../../kit/useNow.ts'
import { bringBackup, tell } from '../../client/api.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { useBackups, useShop } from '../../client/queries.ts'
import { momentWords } from '@anklet/language/plain/times'
import { countWords, lastWords, replacedRows, sizeWords } from '@anklet/language/shop/backups'
import { setBackups, typedBackups } from './commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'
import { Field, Select, Input } from '../../kit/Field.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

/** Asks the server for something that has to do with backups, and shows what it says. */
function useBackupAct<Asked>(act: (asked: Asked) => Promise<unknown>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: act,
    onSettled: () => client.invalidateQueries({ queryKey: ['backups'] }),
  })
}

/** What a backup would take the place of, before it does. */
function PutBack({
  backup,
  record,
  onLeave,
}: {
  readonly backup: Backup
  readonly record: BackupsRecord
  readonly onLeave: () => void
}): ReactNode {
  const now = new Date(useNow(20_000))
  const client = useQueryClient()
  const isAsking = useIsFetching({ queryKey: ['backups'] }) > 0
  const act = useBackupAct((name: string) => tell('/api/backups/restore', { name }))
  // What others have written since the page last asked would be lost unseen.
  useEffect(() => void client.invalidateQueries({ queryKey: ['backups'] }), [client])
  return (
    <div
      className="grid gap-3 border-t border-line pt-3"
      role="group"
      aria-label="What it replaces"
    >
      <p>
        What this shop has now goes, and the state of {momentWords(backup.madeAt, now)} comes in its
        place. What was written since is not in it. The present records are kept beside it on the
        shop’s computer, as db.replaced and the time.
      </p>
      {!backup.sameShop && (
        <p className="wrong">
          It is of another shop{backup.shopName ? `, "${backup.shopName}"` : ''}.
        </p>
      )}
      <table className="w-full max-w-[30rem]">
        <thead>
          <tr>
            <th className="text-left">what</th>
            <th className="text-right">now</th>
            <th className="text-right">then</th>
          </tr>
        </thead>
        <tbody>
          {replacedRows(record.now, backup.counts).map((row) => (
            <tr key={row.kind}>
              <td>{row.kind}</td>
              <td className="num text-right">{row.now}</td>
              <td className="num text-right">{row.then}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          disabled={isAsking || act.isPending || record.doing !== null}
          onClick={() => act.mutate(backup.name, { onSuccess: onLeave })}
        >
          Put it in their place
        </Button>
        <Button onClick={onLeave}>Leave everything as it is</Button>
      </div>
      <RefusalOf asked={act} />
    </div>
  )
}

function BackupRow({
  backup,
  record,
  isOpen,
  onOpen,
}: {
  readonly backup: Backup
  readonly record: BackupsRecord
  readonly isOpen: boolean
  onOpen(open: boolean): void
}): ReactNode {
  const now = new Date(useNow(20_000))
  const when = momentWords(backup.madeAt, now)
  return (
    <li className="sheet grid gap-3 px-4 py-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <div>
          <p className="font-semibold">
            {when}, {sizeWords(backup.bytes)}
          </p>
          <p className="text-ink-2">{countWords(backup.counts)}</p>
        </div>
        <div className="flex flex-wrap gap-2">
          <a
            className="btn"
            href={`/api/backups/files/${encodeURIComponent(backup.name)}`}
            download={backup.name}
            aria-label={`Save a copy of the one of ${when}`}
          >
            <Download size={18} aria-hidden />
            Save a copy
          </a>
          <Button
            aria-expanded={isOpen}
            disabled={record.doing !== null}
            aria-label={`Put back the one of ${when}`}
            onClick={() => onOpen(!isOpen)}
          >
            <ArchiveRestore size={18} aria-hidden />
            Put back
          </Button>
        </div>
      </div>
      {isOpen && <PutBack backup={backup} record={record} onLeave={() => onOpen(false)} />}
    </li>
  )
}

const HOURS = Array.from({ length: 24 }, (_, hour) => hour)

function Settings({
  settings,
  folder,
  shop,
}: Pick<BackupsRecord, 'settings' | 'folder'> & { readonly shop: Shop }): ReactNode {
  const form = useCommandForm({
    command: 'shop.change',
    check: checkChange,
    begin: typedBackups(settings),
    baseVersion: shop.version,
    mode: 'onChange',
    payloadOf: (typed) => setBackups(shop, typed),
    fields: { '/backup/hour': 'hour', '/backup/folder': 'folder', '/backup/keep': 'keep' },
    refusals: { keep: 'How many are kept is a whole number from 1 to 365.' },
  })
  const { typed, set, refusals } = form
  return (
    <Disclosure
      summary={
        <>
          Every day from {String(typed.hour).padStart(2, '0')}:00, the last {settings.keep} are kept
        </>
      }
      summaryClass="font-semibold"
    >
      <form className="grid gap-3 pt-2" onSubmit={form.onSubmit}>
        <div className="flex flex-wrap gap-3">
          <Field label="Every day from" id="backup-hour">
            <Select
              value={typed.hour}
              onChange={(event) => set({ hour: Number(event.target.value) })}
            >
              {HOURS.map((each) => (
                <option key={each} value={each}>
                  {String(each).padStart(2, '0')}:00
                </option>
              ))}
            </Select>
          </Field>
          <Field
            className="w-44"
            label="How many are kept"
            id="backup-keep"
            refusal={refusals.keep}
          >
            <Input
              className="num"
              inputMode="numeric"
              maxLength={3}
              value={typed.keep}
              onText={(text) => set({ keep: text })}
            />
          </Field>
        </div>
        <Field
          label="Folder on the shop’s computer, full path; empty: beside the records"
          id="backup-folder"
          refusal={refusals.folder}
        >
          <Input
            maxLength={400}
            placeholder={folder}
            value={typed.folder}
            onText={(text) => set({ folder: text })}
          />
        </Field>
        <Button
          className="justify-self-start"
          type="submit"
          disabled={!form.isValid || form.isPending}
        >
          Keep this
        </Button>
        <FormSays form={form} />
      </form>
    </Disclosure>
  )
}

/** Brings a backup that was made on another machine. */
function Bring({ busy }: { readonly busy: boolean }): ReactNode {
  const act = useBackupAct(bringBackup)
  return (
    <>
      <ChooseFile
        accept=".anklet"
        disabled={busy || act.isPending}
        onChoose={([file]) => act.mutate(file)}
      >
        <Upload size={18} aria-hidden />
        Bring one from another machine
      </ChooseFile>
      <RefusalOf asked={act} />
    </>
  )
}

function Doing({ doing, fault, restored }: BackupsRecord): ReactNode {
  const now = new Date(useNow(20_000))
  if (doing !== null)
    return (
      <p role="status">
        {doing === 'making'
          ? 'Packing, putting it back once, comparing …'
          : 'Unpacking, comparing, putting it in place …'}
      </p>
    )
  return (
    <>
      {fault !== null && <Refusal>{fault}</Refusal>}
      {restored !== null && (
        <p role="status">
          Put back {momentWords(restored.at, now)}, out of {restored.name}.
        </p>
      )}
    </>
  )
}

function Content({ record }: { readonly record: BackupsRecord }): ReactNode {
  const now = new Date(useNow(20_000))
  const client = useQueryClient()
  const shop = useShop().data
  const [open, setOpen] = useState<string | null>(null)
  const make = useBackupAct(() => tell('/api/backups', {}))
  const restoredAt = record.restored?.at ?? null
  const seen = useRef(restoredAt)
  // Everything on the page is of the records before.
  useEffect(() => {
    if (seen.current !== restoredAt && record.doing === null) {
      seen.current = restoredAt
      void client.invalidateQueries()
    }
  }, [restoredAt, record.doing, client])
  const busy = record.doing !== null
  return (
    <>
      <p>{lastWords(record, now)}</p>
      <div className="flex flex-wrap gap-2">
        <Button disabled={busy || make.isPending} onClick={() => make.mutate(undefined)}>
          <HardDriveDownload size={18} aria-hidden />
          Back up now
        </Button>
        <Bring busy={busy} />
      </div>
      <RefusalOf asked={make} />
      <Doing {...record} />
      <ul className="grid gap-2" aria-label="Backups that are kept">
        {record.backups.map((backup) => (
          <BackupRow
            key={backup.name}
            backup={backup}
            record={record}
            isOpen={open === backup.name}
            onOpen={(isOpen) => setOpen(isOpen ? backup.name : null)}
          />
        ))}
      </ul>
      <p className="text-ink-2">
        They lie in <span className="break-all">{record.folder}</span>. A disk that fails takes them
        along: name a folder on another one, or save a copy elsewhere.
      </p>
      {shop && (
        <Settings settings={shop.backup ?? record.settings} folder={record.folder} shop={shop} />
      )}
    </>
  )
}

/** Backups of the whole shop: the last one, those kept, and putting one back. */
export function Backups(): ReactNode {
  return (
    <section aria-label="Backups" className="grid content-start gap-3">
      <h1>Backups</h1>
      <Loading query={useBackups()} what="the backups">
        {(record) => <Content record={record} />}
      </Loading>
    </section>
  )
}
