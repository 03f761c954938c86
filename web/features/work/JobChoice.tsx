import { possible, cornersFor } from './model.ts'
import type { Job } from '@anklet/contract'
import type {
  BookJob,
  ProcedureBook,
  ShopWay,
  Support,
  WantedJob,
} from '@anklet/core/work/procedure'
import { SUPPORTS, ventsOf } from '@anklet/core/work/procedure'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, AXLE_OF, hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { CornerGlyph } from '../../kit/CornerGlyph.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import {
  CHARGE_WORDS,
  FASTENER_WORDS,
  FILL_WORDS,
  FIRST_WORDS,
  SUPPORT_WORDS,
  VENT_WORDS,
} from '@anklet/language/work/plan'
import { Notice } from '../../kit/Notice.tsx'
import type { Chosen } from './model.ts'
import { Disclosure } from '../../kit/Disclosure.tsx'

const toggled = (
  corners: readonly Corner[],
  { at }: BookJob,
  corner: Corner,
): readonly Corner[] => {
  const meant = at === 'axle' ? AXLE_CORNERS[AXLE_OF[corner]] : [corner]
  return meant.every((each) => corners.includes(each))
    ? corners.filter((each) => !meant.includes(each))
    : [...corners, ...meant.filter((each) => !corners.includes(each))]
}

const options = <Value extends string>(
  words: Readonly<Record<Value, string>>,
): readonly { value: Value; words: string }[] =>
  (Object.entries(words) as [Value, string][]).map(([value, said]) => ({ value, words: said }))

interface ChoiceProps {
  readonly chosen: Chosen
  onChoose(chosen: Chosen): void
}

/** The corners a job is done at. */
function Where({
  job,
  of,
  chosen,
  onChoose,
}: ChoiceProps & { readonly job: Job; readonly of: BookJob }): ReactNode {
  const corners = chosen.jobs.find((each) => each.job === of.id)?.corners ?? []
  const toggle = (corner: Corner): void =>
    onChoose({
      ...chosen,
      jobs: chosen.jobs.map((each) =>
        each.job === of.id ? { ...each, corners: toggled(corners, of, corner) } : each,
      ),
    })
  return (
    <div className="flex flex-wrap items-end gap-4">
      <Taps<Corner>
        legend={`Where: ${of.words}`}
        chosen={corners}
        onTap={toggle}
        options={cornersFor(of, job, chosen).map((corner) => ({
          value: corner,
          words: capital(CORNER_WORDS[corner]),
        }))}
      />
      <CornerGlyph lit={corners} />
    </div>
  )
}

/** The shop lets air out in a way that the type does not name. */
function NotItsWay({
  architecture,
  chosen,
}: Pick<ChoiceProps, 'chosen'> & { readonly architecture: Architecture }): ReactNode {
  const vents = ventsOf(architecture)
  if (vents === null || vents.includes(chosen.way.ventBy)) return null
  return (
    <Notice kind="wait">
      Air is let out {VENT_WORDS[chosen.way.ventBy].toLowerCase()} here. The type of this car names
      another way: {vents.map((vent) => VENT_WORDS[vent].toLowerCase()).join(', or ')}. Choose it
      under “The shop’s way”, or look at the type.
    </Notice>
  )
}

/** The shop's way of doing it. */
function Way({
  architecture,
  chosen,
  onChoose,
}: ChoiceProps & { readonly architecture: Architecture }): ReactNode {
  return (
    <Disclosure
      className="border-t border-edge pt-1"
      summary="The shop’s way: how air is let out, which end first, how it is filled"
    >
      <div className="grid gap-4 pt-1 sm:grid-cols-2">
        <Taps<ShopWay['ventBy']>
          legend="Air is let out"
          chosen={[chosen.way.ventBy]}
          onTap={(ventBy) => onChoose({ ...chosen, way: { ...chosen.way, ventBy } })}
          options={options(VENT_WORDS)}
        />
        <Taps<ShopWay['first']>
          legend="Of a strut"
          chosen={[chosen.way.first]}
          onTap={(first) => onChoose({ ...chosen, way: { ...chosen.way, first } })}
          options={options(FIRST_WORDS)}
        />
        <Taps<ShopWay['fillAt']>
          legend="Filled"
          chosen={[architecture.liftingMode === 'none' ? 'standing' : chosen.way.fillAt]}
          onTap={(fillAt) => onChoose({ ...chosen, way: { ...chosen.way, fillAt } })}
          options={options(FILL_WORDS).filter(
            ({ value }) => value === 'standing' || architecture.liftingMode !== 'none',
          )}
        />
        <Taps<ShopWay['fasteners']>
          legend="Nuts and clips"
          chosen={[chosen.way.fasteners]}
          onTap={(fasteners) => onChoose({ ...chosen, way: { ...chosen.way, fasteners } })}
          options={options(FASTENER_WORDS)}
        />
        {architecture.layout === 'closed' && (
          <Taps<ShopWay['charge']>
            legend="Charged"
            chosen={[chosen.way.charge]}
            onTap={(charge) => onChoose({ ...chosen, way: { ...chosen.way, charge } })}
            options={options(CHARGE_WORDS)}
          />
        )}
      </div>
      {architecture.liftingMode === 'none' && (
        <p className="pt-2 text-small text-ink-2">
          This type has no lifting mode: with wheels hanging its module would let the air out, so it
          is filled at standing height.
        </p>
      )}
    </Disclosure>
  )
}

/** Which jobs, at which corners, on which lift, and in the shop's way. */
export function JobChoice({
  job,
  book,
  chosen,
  onChoose,
}: {
  readonly job: Job
  readonly book: ProcedureBook
  readonly chosen: Chosen
  onChoose(chosen: Chosen): void
}): ReactNode {
  const { architecture } = job.vehicleType
  const open = book.jobs.filter((each) =>
    each.at === 'car'
      ? possible(each, job, chosen, null)
      : cornersFor(each, job, chosen).length > 0,
  )
  const wanted = (id: string): WantedJob | undefined => chosen.jobs.find((each) => each.job === id)
  const setJobs = (jobs: readonly WantedJob[]): void => onChoose({ ...chosen, jobs })
  const flip = ({ id, at }: BookJob): void =>
    setJobs(
      wanted(id)
        ? chosen.jobs.filter((each) => each.job !== id)
        : [...chosen.jobs, at === 'car' ? { job: id } : { job: id, corners: [] }],
    )
  return (
    <section aria-label="What is done" className="no-print grid gap-4">
      <Taps<string>
        legend="Jobs"
        chosen={chosen.jobs.map((each) => each.job)}
        onTap={(id) => flip(open.find((each) => each.id === id)!)}
        options={open.map(({ id, words }) => ({ value: id, words: capital(words) }))}
      />
      {open
        .filter(({ id, at }) => at !== 'car' && wanted(id))
        .map((each) => (
          <Where key={each.id} job={job} of={each} chosen={chosen} onChoose={onChoose} />
        ))}
      <Taps<Support>
        legend="It stands on"
        chosen={[chosen.support]}
        onTap={(support) => onChoose({ ...chosen, support })}
        options={SUPPORTS.map((value) => ({ value, words: SUPPORT_WORDS[value] }))}
      />
      <Taps<Corner>
        legend="Came in on empty springs at"
        chosen={chosen.flat}
        onTap={(corner) =>
          onChoose({
            ...chosen,
            flat: chosen.flat.includes(corner)
              ? chosen.flat.filter((each) => each !== corner)
              : [...chosen.flat, corner],
          })
        }
        options={WALK.filter((corner) => hasAirAtCorner(architecture, corner)).map((corner) => ({
          value: corner,
          words: capital(CORNER_WORDS[corner]),
        }))}
      />
      <NotItsWay architecture={architecture} chosen={chosen} />
      <Way architecture={architecture} chosen={chosen} onChoose={onChoose} />
    </section>
  )
}
