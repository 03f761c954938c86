import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { DeviceStatus } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useOrder } from '../../../client/devices.ts'
import { Button } from '../../../kit/Button.tsx'

/**
 * The codes a module has stored, and what it saw when it did. A code points to an area, never to a
 * part.
 */
export function StoredCodes({
  status: { codes, identity },
  units,
  jobId,
}: {
  readonly status: DeviceStatus
  readonly units: DisplayUnits
  readonly jobId: string | null
}): ReactNode {
  const order = useOrder(identity.id, jobId)
  return (
    <section aria-label="Stored codes" className="grid gap-2">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <h2>Codes</h2>
        {(codes?.length ?? 0) > 0 && (
          <Button look="quiet" onClick={() => order.mutate({ action: 'clearCodes' })}>
            Clear codes
          </Button>
        )}
      </div>
      {(codes?.length ?? 0) === 0 ? (
        <p className="text-ink-2">{codes === null ? 'Not read yet.' : 'None stored.'}</p>
      ) : (
        <table className="table">
          <tbody>
            {codes!.map(({ number, words, present, seen }) => (
              <tr key={number}>
                <td className="num whitespace-nowrap font-semibold">{number}</td>
                <td>
                  {words}
                  <span className="block text-note text-ink-2">
                    {present ? 'its reason is there now' : 'stored; not seen since the last start'}
                    {seen &&
                      `; seen then, over the level in ${UNIT_LABEL[units.length]}: ` +
                        WALK.map(
                          (corner) =>
                            `${corner} ` +
                            (seen.offMm[corner] === null
                              ? 'no signal'
                              : formatQuantity(seen.offMm[corner], 'height', units)),
                        ).join(', ') +
                        (seen.galleryBarG === null
                          ? ''
                          : `; gallery ${formatQuantity(seen.galleryBarG, 'pressure', units)} ` +
                            `${UNIT_LABEL[units.pressure]}`)}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {(codes?.length ?? 0) > 0 && (
        <p className="text-small text-ink-2">A code points to an area, never to a part.</p>
      )}
      <RefusalOf asked={order} />
    </section>
  )
}
