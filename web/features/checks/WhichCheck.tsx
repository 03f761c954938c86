import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { Frame, Job } from '@anklet/contract'
import type { Commanded } from '@anklet/core/measuring/guided'
import { judgeWhichCorner } from '@anklet/core/measuring/guided'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import { hasAirAtCorner, perCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { useOrder } from '../../client/devices.ts'
import { useUnits } from '../../client/queries.ts'
import { CornerGlyph } from '../../kit/CornerGlyph.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { useLink } from '../../client/state/link.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { whichSaid } from '@anklet/language/causes/checks'
import { channelAt, valueAt } from '../job/link/signals.ts'
import { CheckFrame } from '../job/guided/CheckFrame.tsx'
import { LINK_FIRST, useLinked } from '../job/guided/linked.ts'
import { Button } from '../../kit/Button.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

/**
 * A corner is filled at most so long and watched so long, s of the device's clock; once it rose by
 * so much it is stopped, mm.
 */
const FILL_S = 6
const WATCH_S = 8
const ENOUGH_MM = 12

type Seen = Corner | 'none'

function ByEye({ done, onSee }: { readonly done: Commanded; onSee(seen: Seen): void }): ReactNode {
  return (
    <Taps<Seen>
      legend={`Told the ${CORNER_WORDS[done.corner]}: which one rose, at the car?`}
      chosen={done.byEye === undefined ? [] : [done.byEye ?? 'none']}
      onTap={onSee}
      options={[
        ...WALK.map((value) => ({ value, words: capital(CORNER_WORDS[value]) })),
        { value: 'none' as const, words: 'None' },
      ]}
    />
  )
}

/** What each corner did that was told to rise. */
function ToldTable({
  units,
  done,
}: {
  readonly units: DisplayUnits
  readonly done: readonly Commanded[]
}): ReactNode {
  return (
    <table className="table">
      <Heads
        columns={[
          'told',
          ...WALK.map((corner) => figures(`${corner}, ${UNIT_LABEL[units.length]}`)),
          'seen',
        ]}
      />
      <tbody>
        {done.map(({ corner, movedMm, byEye }) => (
          <tr key={corner}>
            <td>{capital(CORNER_WORDS[corner])}</td>
            {WALK.map((each) => (
              <td key={each} className="n num">
                {movedMm[each] === null ? '–' : formatQuantity(movedMm[each], 'height', units, 1)}
              </td>
            ))}
            <td>{byEye === undefined ? '' : byEye === null ? 'none' : byEye}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function TellCorners({
  lit,
  corners,
  busy,
  onTell,
}: {
  readonly lit: readonly Corner[]
  readonly corners: readonly Corner[]
  readonly busy: boolean
  onTell(corner: Corner): void
}): ReactNode {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <CornerGlyph lit={lit} size={58} />
      {corners.map((corner) => (
        <Button className="px-3" key={corner} disabled={busy} onClick={() => onTell(corner)}>
          Tell {CORNER_WORDS[corner]}
        </Button>
      ))}
    </div>
  )
}

/** One corner told at a time, and which height changes: finds crossed lines and crossed plugs. */
export function WhichCheck({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const linked = useLinked(job)
  const { mutate, isPending, error } = useOrder(linked?.identity.id ?? '', job.id)
  const newest = useLink((link) => (linked ? link.frames[linked.identity.id]?.at(-1) : undefined))
  const [told, setTold] = useState<{
    readonly corner: Corner
    readonly before: Frame
    readonly highest: PerCorner<number | null>
  } | null>(null)
  const [done, setDone] = useState<readonly Commanded[]>([])
  const channels = linked?.identity.channels
  useEffect(() => {
    if (!told || !newest || !channels) return
    // Only a sensor of a corner's own can say that this corner rose.
    const movedMm = perCorner((corner) => {
      const own = channelAt(channels, 'height', corner)?.corner === corner
      const [before, after] = [
        valueAt(channels, told.before, 'height', corner),
        valueAt(channels, newest, 'height', corner),
      ]
      return !own || before === null || after === null
        ? null
        : Math.max(after - before, told.highest[corner] ?? 0)
    })
    const enough = WALK.some((corner) => (movedMm[corner] ?? 0) >= ENOUGH_MM)
    if (!enough && newest.atS < told.before.atS + WATCH_S) {
      if (WALK.some((corner) => movedMm[corner] !== told.highest[corner]))
        setTold({ ...told, highest: movedMm })
      return
    }
    mutate({ action: 'stop' })
    setDone((list) => [
      ...list.filter(({ corner }) => corner !== told.corner),
      { corner: told.corner, movedMm },
    ])
    setTold(null)
  }, [told, newest, channels, mutate])
  // A valve that is open moves a corner nobody told: what rises then says nothing. While only the
  // reservoir is filled nothing moves.
  const levelling = !told && newest?.module?.open.some((valve) => valve !== 'reservoir') === true
  const corners = WALK.filter((corner) => hasAirAtCorner(job.vehicleType.architecture, corner))
  const tell = (corner: Corner): void => {
    const before = newest
    if (before && !told)
      mutate(
        { action: 'fill', corner, forS: FILL_S },
        { onSuccess: () => setTold({ corner, before, highest: perCorner(() => null) }) },
      )
  }
  const see = (told_: Corner, seen: Seen): void =>
    setDone((list) =>
      list.map((each) =>
        each.corner === told_ ? { ...each, byEye: seen === 'none' ? null : seen } : each,
      ),
    )
  const latest = done.at(-1)
  return (
    <CheckFrame
      job={job}
      kind="whichCorner"
      sources={[linked?.identity.id]}
      said={done.length > 0 ? whichSaid(judgeWhichCorner(done, corners)) : null}
      wanting={linked ? 'Tell a corner.' : LINK_FIRST}
      caution="Each order lifts a corner: nobody under it, hands clear. Stop is in the link above."
      steps={[
        'Stand the car level, ignition on, doors shut.',
        'Tell one corner after the other and look at the car which one rises.',
        'After any work on lines, block or plugs this is done before the trim goes on.',
      ]}
    >
      {linked && (
        <TellCorners
          lit={told ? [told.corner] : []}
          corners={corners}
          busy={told !== null || isPending || levelling}
          onTell={tell}
        />
      )}
      {levelling && <p role="status">It levels itself. Wait until it stands.</p>}
      {told && <p role="status">The {CORNER_WORDS[told.corner]} is told to rise …</p>}
      <RefusalOf asked={{ error }} />
      {latest && !told && <ByEye done={latest} onSee={(seen) => see(latest.corner, seen)} />}
      {done.length > 0 && <ToldTable units={units} done={done} />}
    </CheckFrame>
  )
}
