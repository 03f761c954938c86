import type { CoilEntry, Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { AXLES, hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useLives, useParts, useShop, useVehicle } from '../../client/queries.ts'
import { useArrived, useInSlices } from '../../client/slices.ts'
import { Taps, toggled } from '../../kit/Taps.tsx'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { amountWords } from '@anklet/language/plain/money'
import { CoilChoice } from './CoilChoice.tsx'
import { Decided } from './Decided.tsx'
import { Options } from './Options.tsx'
import type { Failed } from '@anklet/core/reasoning/strategy'
import { axleOf, cornerOf, failedBy, springsOn } from '@anklet/core/reasoning/strategy'
import { Notice } from '../../kit/Notice.tsx'

/** What failed, with one part more or less; null: nothing is left. */
function withTapped(failed: Failed | null, tapped: Corner | 'pump'): Failed | null {
  const { springs, pump } = failed ?? { springs: [], pump: false }
  const next =
    tapped === 'pump' ? { springs, pump: !pump } : { springs: toggled(springs, tapped), pump }
  return next.springs.length > 0 || next.pump ? next : null
}

/**
 * What to do about the finding: the options on this vehicle's own figures, the choice, the
 * estimate, and the owner's word.
 */
export function Decision({ job }: { readonly job: Job }): ReactNode {
  const newest = job.conclusions.at(-1)
  // Undefined: nobody said otherwise than the finding.
  const [said, say] = useState<Failed | null | undefined>(undefined)
  const [coil, takeCoil] = useState<CoilEntry | null>(null)
  const [shop, parts, lives, detail] = [
    useShop().data,
    useParts().data,
    useLives().data,
    useVehicle(job.vehicle.id).data,
  ]
  const failedAs = (word: typeof said): Failed | null =>
    word === undefined ? (newest ? failedBy(newest.cause, job) : null) : word
  const tapped = failedAs(said)
  // A tap shows at once; the options it leads to are long to draw.
  const failed = failedAs(useInSlices(said))
  const axle = failed ? axleOf(failed, job) : null
  const currency = shop?.rate?.currency
  // The first amount of a currency takes as long as a hundred cards: told before anybody waits for
  // it.
  useEffect(() => {
    if (currency) amountWords(0, currency)
  }, [currency])
  const corners = WALK.filter((corner) => hasAirAtCorner(job.vehicleType.architecture, corner))
  const arrived = useArrived(Boolean(shop && parts && lives && detail))
  if (!arrived || !shop || !parts || !lives || !detail)
    return (
      <p className="sub" role="status">
        Fetching prices and lives …
      </p>
    )
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6">
      <Decided job={job} shop={shop} />
      {!newest && (
        <Notice kind="wait">
          Nothing is found yet. <Link to={`/jobs/${job.id}/checks`}>Check first</Link>: a part
          changed on a hunch is paid for twice. To look ahead all the same, say what failed.
        </Notice>
      )}
      {newest && !failed && (
        <Notice kind="wait">
          {newest.sentence} There is one way to mend that.{' '}
          <Link to={`/jobs/${job.id}/checks`}>Back to the checks</Link>, or say what else failed.
        </Notice>
      )}
      {!job.closedAt && (
        <Taps<Corner | 'pump'>
          legend="What failed"
          chosen={tapped ? [...tapped.springs, ...(tapped.pump ? (['pump'] as const) : [])] : []}
          onTap={(value) => say(withTapped(tapped, value))}
          options={[
            ...corners.map((corner) => ({
              value: corner,
              words: `${capital(CORNER_WORDS[corner])} spring`,
            })),
            { value: 'pump', words: 'Pump' },
          ]}
        />
      )}
      {failed && AXLES.every((each) => springsOn(failed, each).length > 0) && (
        <Notice kind="wait">
          Springs of both axles failed. Each axle is decided by itself; this is the {axle} axle. Tap
          its springs off for the other one.
        </Notice>
      )}
      {failed && (
        <Options
          key={`${failed.springs.join()} ${String(failed.pump)}`}
          job={job}
          failed={failed}
          shop={shop}
          coil={coil}
          known={{ detail, parts, lives, rate: shop.rate ?? null }}
        />
      )}
      {failed && failed.springs.length > 0 && (
        <CoilChoice
          key={axle}
          job={job}
          corner={cornerOf(failed, job)}
          chosen={coil?.name ?? null}
          onChoose={takeCoil}
        />
      )}
    </div>
  )
}
