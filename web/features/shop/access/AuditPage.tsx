import type { AuditEntry, AuditQuery } from '@anklet/contract'
import { momentWords } from '@anklet/language/plain/times'
import { auditWords } from '@anklet/language/shop/people'
import type { ReactNode } from 'react'
import { useDeferredValue, useState } from 'react'
import { Link } from 'react-router'
import { useAudit } from '../../../client/access.ts'
import { Loading } from '../../../client/Loading.tsx'
import { usePeople } from '../../../client/queries.ts'
import { Button } from '../../../kit/Button.tsx'
import { Field, Input, Select } from '../../../kit/Field.tsx'
import { Empty, PageHead } from '../../../kit/PageHead.tsx'

const PAGE_SIZE = 12

/** What is looked for. */
type Asked = Pick<AuditQuery, 'words' | 'person' | 'from' | 'to'>
const EVERYTHING: Asked = { words: '', person: '', from: '', to: '' }

function Filters({
  asked,
  onAsk,
}: {
  readonly asked: Asked
  onAsk(change: Partial<Asked>): void
}): ReactNode {
  const people = usePeople().data ?? []
  return (
    <div className="grid grid-cols-2 gap-3 sm:grid-cols-[2fr_1fr_auto_auto]">
      <Field label="Words" className="max-sm:col-span-2">
        <Input
          maxLength={80}
          placeholder="what was done, plate, name, tablet"
          value={asked.words}
          onText={(words) => onAsk({ words })}
        />
      </Field>
      <Field label="Who" className="max-sm:col-span-2">
        <Select value={asked.person} onChange={({ target }) => onAsk({ person: target.value })}>
          <option value="">Everybody</option>
          {people.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="From">
        <Input type="date" value={asked.from} onText={(from) => onAsk({ from })} />
      </Field>
      <Field label="To">
        <Input type="date" value={asked.to} onText={(to) => onAsk({ to })} />
      </Field>
    </div>
  )
}

function Entry({ entry }: { readonly entry: AuditEntry }): ReactNode {
  const { at, name, what, words, plate, jobId, device, address } = entry
  const from = [device, address].filter((part) => part !== null && part !== '').join(', ')
  return (
    <tr>
      <td className="whitespace-nowrap">{momentWords(at, new Date())}</td>
      <td>{name ?? 'Nobody'}</td>
      <td>
        {auditWords(what)}
        {words !== null && <span className="text-ink-2"> ({words})</span>}
        {plate !== null && jobId !== null && (
          <>
            {' '}
            <Link className="plate" to={`/jobs/${jobId}/intake`}>
              {plate}
            </Link>
          </>
        )}
        <span className="block text-small text-ink-2 sm:hidden">{from}</span>
      </td>
      <td className="text-small text-ink-2 max-sm:hidden">{from}</td>
    </tr>
  )
}

/** Who did what, when and from where; for leads. */
export function AuditPage(): ReactNode {
  const [asked, setAsked] = useState(EVERYTHING)
  const [page, setPage] = useState(0)
  const shown = useDeferredValue(asked)
  const query = new URLSearchParams({ ...shown })
  const ask = (change: Partial<Asked>): void => {
    setAsked({ ...asked, ...change })
    setPage(0)
  }
  return (
    <div className="mx-auto grid max-w-[1080px] gap-5 px-4 py-6 md:px-6">
      <PageHead
        title="Who did what"
        sub="Every entry of this shop, the newest first. Nothing of it is ever changed."
        tools={
          <a className="btn" href={`/api/audit.csv?${query.toString()}`} download>
            Save as a table (CSV)
          </a>
        }
      />
      <Filters asked={asked} onAsk={ask} />
      <Loading query={useAudit({ ...shown, page, size: PAGE_SIZE })} what="entries">
        {({ rows, more }) => (
          <>
            {rows.length === 0 && <Empty>Nothing was done that fits this.</Empty>}
            {rows.length > 0 && (
              <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Entries">
                <table className="table table-tight">
                  <thead>
                    <tr>
                      <th scope="col">When</th>
                      <th scope="col">Who</th>
                      <th scope="col">What</th>
                      <th scope="col" className="max-sm:hidden">
                        From
                      </th>
                    </tr>
                  </thead>
                  <tbody>
                    {rows.map((entry) => (
                      <Entry key={entry.id} entry={entry} />
                    ))}
                  </tbody>
                </table>
              </div>
            )}
            <div className="flex gap-2">
              <Button disabled={page === 0} onClick={() => setPage(page - 1)}>
                Newer
              </Button>
              <Button disabled={!more} onClick={() => setPage(page + 1)}>
                Older
              </Button>
            </div>
          </>
        )}
      </Loading>
    </div>
  )
}
