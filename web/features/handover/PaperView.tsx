import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { perCorner } from '@anklet/core/base/vehicle'
import { clsx } from 'clsx'
import { format } from 'date-fns'
import type { ReactNode } from 'react'
import { Strip } from '../../kit/Strip.tsx'
import type { OwnerPaper, PaperSection, Stood } from '../job/papers/ownerPaper.ts'
import { openingOf, restOf } from '../job/papers/ownerPaper.ts'
import { SimulatedBand } from '../../kit/Plate.tsx'

function Part({ title, lines }: PaperSection): ReactNode {
  return (
    lines.length > 0 && (
      <section className="break-inside-avoid">
        <h3 className="text-lead font-semibold text-ink">{title}</h3>
        {lines.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </section>
    )
  )
}

function TorquesSet({
  torques,
}: {
  readonly torques: readonly { readonly words: string; readonly set: string }[]
}): ReactNode {
  return (
    <section>
      <h3 className="text-lead font-semibold text-ink">Torques as they were set</h3>
      <table className="table">
        <tbody>
          {torques.map(({ words, set }) => (
            <tr key={words}>
              <td>{words}</td>
              <td className="n num whitespace-nowrap">{set}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function PaperHead({ of }: { readonly of: OwnerPaper }): ReactNode {
  return (
    <header>
      <p className="font-semibold">{of.shop}</p>
      <h2 className="say text-ink">{of.title}</h2>
      {of.simulated && <SimulatedBand />}
      <p>
        {of.plate}, {of.car}
      </p>
      <p className="text-ink-2">
        {format(new Date(of.at), 'd MMMM yyyy')}, {of.by}
      </p>
    </header>
  )
}

/** The owner's paper as it will be read; printed as it stands. */
export function PaperView({
  of,
  units,
  photos,
}: {
  readonly of: OwnerPaper
  readonly units: DisplayUnits
  readonly photos: ReactNode
}): ReactNode {
  const { before, after } = of
  const told = ({ at, how, temperatureC }: Stood): string =>
    `${format(new Date(at), 'd MMM yyyy, HH:mm')}, ` +
    `${formatQuantity(temperatureC, 'temperature', units)} ` +
    `${UNIT_LABEL[units.temperature]}, ${how}`
  const column = (corner: 'FL' | 'FR' | 'RL' | 'RR') => ({
    designMm: null,
    ...((after ?? before)?.band ? { band: (after ?? before)!.band![corner] } : {}),
    marks: [
      ...(before
        ? [
            {
              mm: before.meanMm[corner],
              kind: after ? ('earlier' as const) : ('now' as const),
              label: formatQuantity(before.meanMm[corner], 'height', units),
            },
          ]
        : []),
      ...(after
        ? [
            {
              mm: after.meanMm[corner],
              kind: 'now' as const,
              label: formatQuantity(after.meanMm[corner], 'height', units),
              ...(after.verdict
                ? { verdict: after.verdict[corner], under: after.verdict[corner] }
                : {}),
            },
          ]
        : []),
    ],
  })
  return (
    <article
      aria-label="The owner’s paper"
      className={clsx(
        'owner-paper sheet grid gap-4 rounded-md border border-edge bg-sheet p-5 text-body',
        'print:block print:border-0 print:p-0 print:[&>*:not(:last-child)]:mb-4',
      )}
    >
      <PaperHead of={of} />
      {openingOf(of).map((each) => (
        <Part key={each.title} {...each} />
      ))}
      {(before || after) && (
        <section className="break-inside-avoid">
          <h3 className="text-lead font-semibold text-ink">How it stood</h3>
          <p className="mb-2 text-small text-ink-2">
            {before ? `${after ? 'Before, faint' : 'Measured'}: ${told(before)}.` : ''}{' '}
            {after ? `After, dark: ${told(after)}.` : ''}
          </p>
          <Strip
            corners={perCorner(column)}
            joins={{ front: null, right: null, rear: null, left: null }}
            units={units}
            heightPx={190}
            label="Heights before and after"
          />
        </section>
      )}
      {restOf(of).map((each) => (
        <Part key={each.title} {...each} />
      ))}
      {of.torques.length > 0 && <TorquesSet torques={of.torques} />}
      {photos}
      <p className="hidden border-t border-ink pt-1 text-note print:mt-14 print:block">
        Handed over to: name, date, signature
      </p>
    </article>
  )
}
