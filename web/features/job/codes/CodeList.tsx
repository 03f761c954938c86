import type { CodeReading, CodeText } from '@anklet/contract'
import type { CodeHistory } from '@anklet/core/reasoning/codes'
import { codeHistory, codeText } from '@anklet/core/reasoning/codes'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { decodedWords, meaningWords, STATUS_WORDS } from '@anklet/language/causes/codes'
import { momentWords } from '@anklet/language/plain/times'
import { TextForm } from './TextForm.tsx'
import { Button } from '../../../kit/Button.tsx'

interface ListProps {
  readonly typeId: string
  readonly readings: readonly CodeReading[]
  readonly texts: readonly CodeText[]
  readonly locked: boolean
}

function Line({
  code,
  text,
  typeId,
  locked,
}: {
  readonly code: CodeHistory
  readonly text: CodeText | null
  readonly typeId: string
  readonly locked: boolean
}): ReactNode {
  const [editing, edit] = useState(false)
  const { newest, now, firstAt, lastAt, times, of } = code
  const today = new Date()
  const asks = text === null && !locked
  return (
    <li className="border-b border-edge py-2.5">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="num text-lead font-semibold">{codeText(code)}</span>
        <span className={`min-w-0 flex-1 ${text ? '' : 'text-ink-2'}`}>
          {text
            ? meaningWords(text)
            : newest.words
              ? `The tool says: ${newest.words}`
              : 'Nobody has said yet what it means here.'}
        </span>
        <b className="font-semibold">{now ? STATUS_WORDS[now.status] : 'gone'}</b>
      </div>
      <p className="text-small text-ink-2">{decodedWords(code)}.</p>
      <p className="text-small text-ink-2">
        {firstAt === lastAt
          ? `Seen once, ${momentWords(firstAt, today)}.`
          : `First seen ${momentWords(firstAt, today)}, last ${momentWords(lastAt, today)}: ` +
            `in ${times} of ${of} readings since.`}
        {newest.freeze.length > 0 &&
          ` Kept with it: ${newest.freeze.map(({ name, value }) => `${name} ${value}`).join('; ')}.`}
      </p>
      {text && !locked && (
        <Button
          look="quiet"
          className="text-small"
          aria-expanded={editing}
          onClick={() => edit(!editing)}
        >
          Change its text
        </Button>
      )}
      {(asks || editing) && (
        <TextForm
          key={text?.version ?? 0}
          typeId={typeId}
          number={code.number}
          text={text}
          suggested={newest.words}
          onKept={() => edit(false)}
        />
      )}
    </li>
  )
}

/**
 * Every code ever read on a vehicle: what it means here, whether it is there now, when it was
 * first and last seen.
 */
export function CodeList({ typeId, readings, texts, locked }: ListProps): ReactNode {
  const history = codeHistory(readings)
  if (history.length === 0)
    return (
      <p className="text-ink-2">
        {readings.length === 0
          ? 'Codes were never read on this car.'
          : 'None, whenever they were read.'}
      </p>
    )
  return (
    <ul className="grid">
      {history.map((code) => (
        <Line
          key={codeText(code)}
          code={code}
          text={texts.find(({ number }) => number === code.number) ?? null}
          typeId={typeId}
          locked={locked}
        />
      ))}
    </ul>
  )
}
