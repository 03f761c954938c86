import type { JobListQuery, JobSummary } from '@anklet/contract'
import { nextStep } from '@anklet/core/work/schedule'
import type { SortingState } from '@tanstack/react-table'
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
} from '@tanstack/react-table'
import { ArrowDown, ArrowUp } from 'lucide-react'
import type { ReactNode } from 'react'
import { useDeferredValue, useState } from 'react'
import { Link } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { useJobList } from '../../client/queries.ts'
import { complaintWords } from '@anklet/language/causes/complaint'
import { factsOf, STEP_WORDS } from '@anklet/language/work/steps'
import { momentWords } from '@anklet/language/plain/times'
import { Plate } from '../../kit/Plate.tsx'
import { Button } from '../../kit/Button.tsx'
import { Pages } from '../../kit/Pages.tsx'
import { Field, Input } from '../../kit/Field.tsx'

type State = JobListQuery['state']
const STATES: readonly { readonly value: State; readonly words: string }[] = [
  { value: 'all', words: 'All' },
  { value: 'open', words: 'Open' },
  { value: 'watching', words: 'Left alone' },
  { value: 'answered', words: 'With an answer' },
  { value: 'closed', words: 'Closed' },
]
const PAGE_SIZE = 10

const column = createColumnHelper<JobSummary>()
const stepOf = (job: JobSummary) => nextStep(factsOf(job), Date.now())
/** What a job is about: its answer, else what the customer said. */
const aboutWords = ({ watch, complaint }: JobSummary): string =>
  watch?.finding?.sentence ?? (complaint.words || complaintWords(complaint))
/** On a phone these stand under the car and under what is next. */
const ONLY_WIDE: ReadonlySet<string> = new Set(['typeName', 'said'])
const narrow = (id: string): string | undefined => (ONLY_WIDE.has(id) ? 'max-sm:hidden' : undefined)

const COLUMNS = [
  column.accessor('plate', {
    header: 'Car',
    cell: ({ row: { original } }) => (
      <Link
        className="inline-flex min-h-touch min-w-touch items-center"
        to={`/jobs/${original.id}/${stepOf(original).phase}`}
      >
        <span className="grid justify-items-start gap-1 py-1.5">
          <Plate plate={original.plate} simulated={original.simulated} />
          <span className="text-small text-ink-2 sm:hidden">{original.typeName}</span>
        </span>
      </Link>
    ),
  }),
  column.accessor('typeName', { header: 'Type' }),
  column.accessor('openedAt', {
    header: 'Opened',
    cell: ({ getValue }) => (
      <span className="sm:whitespace-nowrap">{momentWords(getValue(), new Date())}</span>
    ),
  }),
  column.display({
    id: 'next',
    header: 'Next',
    cell: ({ row: { original } }) => (
      <>
        {STEP_WORDS[stepOf(original).code]}
        <span className="line-clamp-2 text-small text-ink-2 sm:hidden">{aboutWords(original)}</span>
      </>
    ),
  }),
  column.display({
    id: 'said',
    header: 'What it is about',
    cell: ({ row: { original } }) => <span className="line-clamp-2">{aboutWords(original)}</span>,
  }),
]

interface TableProps {
  readonly rows: readonly JobSummary[]
  readonly sorting: SortingState
  onSort(sorting: SortingState): void
}

function JobTable({ rows, sorting, onSort }: TableProps): ReactNode {
  const table = useReactTable({
    data: rows as JobSummary[],
    columns: COLUMNS,
    state: { sorting },
    manualSorting: true,
    manualPagination: true,
    enableSortingRemoval: false,
    getCoreRowModel: getCoreRowModel(),
    getRowId: ({ id }) => id,
    onSortingChange: (change) => onSort(typeof change === 'function' ? change(sorting) : change),
  })
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Jobs">
      <table className="table table-tight sm:min-w-[720px]">
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map((header) => {
                const sorted = header.column.getIsSorted()
                return (
                  <th
                    key={header.id}
                    scope="col"
                    className={narrow(header.column.id)}
                    aria-sort={
                      sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : undefined
                    }
                  >
                    {header.column.getCanSort() ? (
                      <Button
                        look="bare"
                        className="inline-flex min-h-touch items-center gap-1 font-semibold"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {sorted === 'asc' ? (
                          <ArrowUp size={14} aria-hidden />
                        ) : sorted === 'desc' ? (
                          <ArrowDown size={14} aria-hidden />
                        ) : null}
                      </Button>
                    ) : (
                      flexRender(header.column.columnDef.header, header.getContext())
                    )}
                  </th>
                )
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id}>
              {row.getVisibleCells().map((cell) => (
                <td key={cell.id} className={narrow(cell.column.id)}>
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** Every job ever: searched, filtered and sorted by the server, a page at a time. */
export function Jobs(): ReactNode {
  const [words, setWords] = useState('')
  const [state, setState] = useState<State>('all')
  const [sorting, setSorting] = useState<SortingState>([{ id: 'openedAt', desc: true }])
  const [page, setPage] = useState(0)
  const asked = useDeferredValue(words)
  const [{ id: sort, desc } = { id: 'openedAt', desc: true }] = sorting
  const query = useJobList({
    words: asked,
    state,
    sort: sort as JobListQuery['sort'],
    order: desc ? 'down' : 'up',
    page,
    size: PAGE_SIZE,
  })
  const again =
    <Value,>(change: (value: Value) => void) =>
    (value: Value): void => {
      change(value)
      setPage(0)
    }
  return (
    <div className="mx-auto max-w-[1180px] px-4 py-6 md:px-6">
      <h1 className="mb-2">All jobs</h1>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
        <Taps<State>
          legend={<span className="sr-only">Which jobs</span>}
          options={STATES}
          chosen={[state]}
          onTap={again(setState)}
        />
        <Field label="Find by plate, type or words" id="find-job">
          <Input
            className="max-w-[280px]"
            maxLength={80}
            autoComplete="off"
            value={words}
            onText={again(setWords)}
          />
        </Field>
      </div>
      <Loading query={query} what="the jobs">
        {({ total, rows }) => (
          <>
            <p className="text-ink-2" aria-live="polite">
              {total === 0
                ? words === '' && state === 'all'
                  ? 'No job yet. The first one is opened with the plate of the car in front of you.'
                  : 'No job is like that.'
                : `${total} ${total === 1 ? 'job' : 'jobs'}`}
            </p>
            {total > 0 && <JobTable rows={rows} sorting={sorting} onSort={again(setSorting)} />}
            <Pages
              page={page}
              total={total}
              size={PAGE_SIZE}
              back="Newer page"
              on="Older page"
              onPage={setPage}
            />
          </>
        )}
      </Loading>
    </div>
  )
}
