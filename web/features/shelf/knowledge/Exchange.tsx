import { differences } from './model.ts'
import type { KnowledgeBook } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Refused, sentenceOf } from '../../../client/api.ts'
import { useCommand } from '../../../client/queries.ts'
import { saveFile } from '../../../kit/saveFile.ts'
import type { ShopBook } from '../../job/knowledge/useBook.ts'
import { importBook } from './commands.ts'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'
import { ChooseFile } from '../../../kit/ChooseFile.tsx'

const LARGEST_BYTES = 2_000_000
const MOST_SHOWN = 8
const IN_BOOK = '/payload/book'

/** A book out of a file, before it is taken. */
interface FileBook {
  readonly name: string
  readonly text: string
  readonly book: KnowledgeBook
}

/** What a book that was read says otherwise than the shelf, and taking it over. */
function WhatWasRead({
  read: { name, book },
  here,
  busy,
  onStore,
}: {
  readonly read: FileBook
  readonly here: Parameters<typeof differences>[1]
  readonly busy: boolean
  onStore(counted: boolean): void
}): ReactNode {
  const { learned } = book
  const differ = differences(book, here)
  return (
    <>
      <p>
        “{name}”
        {differ === null
          ? ''
          : differ === 0
            ? ' says what stands here already'
            : `: ${differ === 1 ? 'one entry' : `${differ} entries`} otherwise than here`}
        .
      </p>
      <div className="flex flex-wrap justify-end gap-3">
        <Button look="go" disabled={busy} onClick={() => onStore(false)}>
          Take the book over
        </Button>
        {learned && learned.closedJobs > 0 && (
          <Button disabled={busy} onClick={() => onStore(true)}>
            And count its {learned.closedJobs} closed jobs
          </Button>
        )}
      </div>
    </>
  )
}

/** Causes, checks and what closed jobs taught, as one file out and in: of no customer and no plate. */
export function Exchange({ shop: { book, record } }: { readonly shop: ShopBook }): ReactNode {
  const take = useCommand('knowledge.import')
  const [read, setRead] = useState<FileBook | null>(null)
  const [wrong, setWrong] = useState('')
  const [taken, setTaken] = useState('')
  const save = (): void =>
    saveFile(
      'knowledge.anklet.json',
      'application/json',
      JSON.stringify({ ...book, ...(record ? { learned: record.learned } : {}) }, null, 1),
    )
  const forget = (): void => {
    take.reset()
    setRead(null)
    setTaken('')
    setWrong('')
  }
  const readFile = async (file: File): Promise<void> => {
    forget()
    const [text, { jsonFault }] = await Promise.all([file.text(), import('./lines.ts')])
    const fault = jsonFault(text)
    if (fault) setWrong(`Line ${fault.line}: ${fault.reason}. Nothing was stored.`)
    else setRead({ name: file.name, text, book: JSON.parse(text) as KnowledgeBook })
  }
  const store = (counted: boolean): void => {
    if (!read || !record) return
    take.submit(importBook(read.book, counted, record.version), () => {
      setTaken(read.name)
      setRead(null)
    })
  }
  const refused = take.error instanceof Refused && take.error.status !== 409 ? take.error : null
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap justify-end gap-3">
        <ChooseFile
          accept="application/json,.json"
          most={LARGEST_BYTES}
          disabled={take.isPending}
          onChoose={([file]) => void readFile(file)}
          onTooLarge={({ name }) => {
            forget()
            setWrong(`“${name}” is too large to be a book of knowledge.`)
          }}
        >
          Read a book in
        </ChooseFile>
        <Button onClick={save}>Save as a file</Button>
      </div>
      <div aria-live="polite" className="grid gap-2">
        {read && <WhatWasRead read={read} here={book} busy={take.isPending} onStore={store} />}
        {taken && <p>“{taken}” stands on the shelf now.</p>}
        <Refusal>{wrong}</Refusal>
        {take.error && !refused && <Refusal>{sentenceOf(take.error)}</Refusal>}
        {refused && read && <Faults key={refused.sentence} refused={refused} text={read.text} />}
      </div>
    </div>
  )
}

function Faults({
  refused,
  text,
}: {
  readonly refused: Refused
  readonly text: string
}): ReactNode {
  const faults =
    refused.faults.length > 0
      ? refused.faults
      : [{ path: refused.path ?? '', detail: refused.sentence }]
  const [lines, setLines] = useState<Readonly<Record<string, number>> | null>(null)
  if (lines === null)
    void import('./lines.ts').then(({ lineOf }) =>
      setLines(
        Object.fromEntries(
          faults.map(({ path }) => [path, lineOf(text, path.replace(IN_BOOK, ''))]),
        ),
      ),
    )
  return (
    <div role="alert" className="wrong">
      <p>Nothing was stored.</p>
      <ul>
        {faults.slice(0, MOST_SHOWN).map(({ path, detail }) => (
          <li key={path + detail}>
            {path.startsWith(IN_BOOK) && lines ? `Line ${lines[path]}: ` : ''}
            {detail}
          </li>
        ))}
        {faults.length > MOST_SHOWN && <li>And {faults.length - MOST_SHOWN} more.</li>}
      </ul>
    </div>
  )
}
