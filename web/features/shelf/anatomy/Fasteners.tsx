import { fastenerAt } from '@anklet/core/work/procedure'
import type { Architecture, FastenerOfType } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { bookOf } from '../../../client/procedures.ts'
import { useProcedures } from '../../../client/queries.ts'
import { Taps } from '../../../kit/Taps.tsx'
import { capital } from '@anklet/language/plain/corners'
import { withBuilt } from './typedAnatomy.ts'

const ENDS = [
  { value: 'torque', words: 'A torque' },
  { value: 'clip', words: 'A clip or lock' },
  { value: 'byHand', words: 'By hand' },
  { value: 'none', words: 'Not there' },
] as const
const COUNTS = [1, 2, 3, 4, 5, 6] as const

/** How each fastener of a type is finished; what nobody entered is asked at the car. */
export function Fasteners({
  architecture,
  onChange,
}: {
  readonly architecture: Architecture
  onChange(architecture: Architecture): void
}): ReactNode {
  const book = bookOf(useProcedures().data)
  const entered = architecture.anatomy?.fasteners ?? {}
  const put = (id: string, next: FastenerOfType | undefined): void =>
    onChange(withBuilt(architecture, `anatomy.fasteners.${id}`, next))
  return (
    <ul className="grid gap-5">
      {Object.entries(book.fasteners).map(([id, { words }]) => {
        const known = entered[id]
        const follows = fastenerAt(book, architecture, id, null).end
        return (
          <li key={id} className="grid gap-2">
            <Taps<FastenerOfType['end']>
              legend={`${capital(words)}${known || follows === 'unknown' ? '' : ', as it is usually built'}`}
              options={ENDS}
              chosen={known ? [known.end] : []}
              onTap={(end) => put(id, known?.end === end ? undefined : { ...known, end })}
            />
            {known && known.end !== 'none' && (
              <div className="flex flex-wrap gap-x-8 gap-y-2">
                <Taps<number>
                  legend="How many"
                  options={COUNTS.map((value) => ({ value, words: String(value) }))}
                  chosen={known.count === undefined ? [] : [known.count]}
                  onTap={(count) => put(id, { ...known, count })}
                />
                <Taps<boolean>
                  legend="On refitting"
                  options={[
                    { value: true, words: 'New ones' },
                    { value: false, words: 'The same again' },
                  ]}
                  chosen={known.renewed === undefined ? [] : [known.renewed]}
                  onTap={(renewed) => put(id, { ...known, renewed })}
                />
              </div>
            )}
          </li>
        )
      })}
    </ul>
  )
}
