import type { CodeText, VehicleType } from '@anklet/contract'
import { readCode } from '@anklet/core/reasoning/codes'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { useCodeTexts, useVehicleTypes } from '../../client/queries.ts'
import { Loading } from '../../client/Loading.tsx'
import {
  codeRefusalWords,
  decodedWords,
  meaningWords,
  pointWords,
} from '@anklet/language/causes/codes'
import { TextForm } from '../job/codes/TextForm.tsx'
import { ShelfPage } from './ShelfPage.tsx'
import { Button } from '../../kit/Button.tsx'
import { Few } from '../../kit/Few.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

function Text({ text }: { readonly text: CodeText }): ReactNode {
  const [open, setOpen] = useState(false)
  return (
    <li className="border-b border-edge">
      <Button
        look="bare"
        className="grid min-h-row w-full grid-cols-[76px_minmax(0,1fr)] items-baseline gap-x-3 py-1.5 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <b className="num font-semibold">{text.number}</b>
        <span className="min-w-0">
          {meaningWords(text)}
          <span className="block text-small text-ink-2">
            {text.points === null
              ? 'no evidence of anything'
              : `points to: ${pointWords(text.points)}`}
          </span>
        </span>
      </Button>
      {open && (
        <TextForm
          typeId={text.typeId}
          number={text.number}
          text={text}
          onKept={() => setOpen(false)}
        />
      )}
    </li>
  )
}

function Texts({
  type,
  texts,
}: {
  readonly type: VehicleType
  readonly texts: readonly CodeText[]
}): ReactNode {
  const [typed, setTyped] = useState('')
  const [adding, add] = useState<string | null>(null)
  const [wrong, setWrong] = useState('')
  const begin = (event: FormEvent): void => {
    event.preventDefault()
    const code = readCode(typed)
    if (!code.ok) return setWrong(codeRefusalWords(code.error))
    const { number } = code.value
    if (texts.some((text) => text.number === number))
      return setWrong(`${number} has its text already.`)
    setWrong('')
    add(number)
  }
  return (
    <section aria-label={type.name} className="mt-5">
      <h2>{type.name}</h2>
      {texts.length === 0 && (
        <p className="sub">
          None yet. A code nobody knows is kept where it is read, and asks for its text once.
        </p>
      )}
      <Few items={texts} few={3} of="codes">
        {(text) => <Text key={text.id} text={text} />}
      </Few>
      <form onSubmit={begin} className="mt-2 flex items-end gap-2">
        <Field label="Another code" id={`code-${type.id}`}>
          <Input
            className="num max-w-[180px] uppercase"
            autoComplete="off"
            maxLength={16}
            value={typed}
            onText={setTyped}
          />
        </Field>
        <Button type="submit">Give it a text</Button>
      </form>
      <Refusal className="mt-1">{wrong}</Refusal>
      {adding && (
        <p className="mt-2 text-small text-ink-2">
          {adding}: {decodedWords({ number: adding, failureType: null })}.
        </p>
      )}
      {adding && (
        <TextForm
          key={adding}
          typeId={type.id}
          number={adding}
          text={null}
          onKept={() => {
            add(null)
            setTyped('')
          }}
        />
      )}
    </section>
  )
}

/** What codes mean, by vehicle type: out of the shop's own service information. */
export function CodesShelf(): ReactNode {
  const texts = useCodeTexts()
  return (
    <ShelfPage title="Codes">
      <p className="sub">
        Only the maker’s own information says what a number means on a car. A code points to an
        area, never to a part.
      </p>
      <Loading query={useVehicleTypes()} what="the vehicle types">
        {(types) => (
          <Loading query={texts} what="the codes">
            {(all) => (
              <>
                {types.map((type) => (
                  <Texts
                    key={type.id}
                    type={type}
                    texts={all.filter(({ typeId }) => typeId === type.id)}
                  />
                ))}
              </>
            )}
          </Loading>
        )}
      </Loading>
    </ShelfPage>
  )
}
