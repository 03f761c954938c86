import { comparedRound } from './model.ts'
import type { Job, Round } from '@anklet/contract'
import { compareRounds, sameWay } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { completeGeometry, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { CornersHead } from '../../kit/CornersHead.tsx'
import { useState } from 'react'
import { compareWords } from '@anklet/language/heights/compare'
import { stateWords } from '@anklet/language/heights/methods'
import { momentWords } from '@anklet/language/plain/times'
import { Field, Select } from '../../kit/Field.tsx'

interface CompareProps {
  readonly job: Job
  readonly round: Round
  readonly units: DisplayUnits
  readonly repeatabilityMm: number
}

const signed = (mm: number, units: DisplayUnits): string => {
  const text = formatQuantity(mm, 'height', units, 1)
  return mm > 0 && Number(text) !== 0 ? `+${text}` : text
}

/**
 * Any two rounds of this car at one level, measured one way under one load: what changed, and whether both can be
 * right.
 */
export function Compare({ job, round, units, repeatabilityMm }: CompareProps): ReactNode {
  const others = job.rounds
    .filter((each) => each.id !== round.id && sameWay(each, round))
    .toReversed()
  const [chosen, setChosen] = useState(others[0]?.id ?? '')
  const other = others.find((each) => each.id === chosen)
  if (!other)
    return (
      <p className="text-ink-2">
        No other round at this level, measured this way under this load, is on record yet.
      </p>
    )
  const [first, second] = other.endedAt < round.endedAt ? [other, round] : [round, other]
  const comparison = compareRounds(
    completeGeometry(job.vehicleType.geometry),
    comparedRound(first),
    comparedRound(second),
    repeatabilityMm,
  )
  const now = new Date()
  return (
    <div className="grid gap-3">
      <Field label="This round against that of">
        <Select value={chosen} onChange={(event) => setChosen(event.target.value)}>
          {others.map((each) => (
            <option key={each.id} value={each.id}>
              {momentWords(each.endedAt, now)}, {stateWords(each).toLowerCase()}
            </option>
          ))}
        </Select>
      </Field>
      <p className="say-small">{compareWords(comparison, units)}</p>
      <table className="table">
        <CornersHead first={UNIT_LABEL[units.length]} />
        <tbody>
          <tr>
            <th scope="row">changed</th>
            {WALK.map((corner) => (
              <td key={corner} className="n num">
                {signed(comparison.changeMm[corner], units)}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">this tape tells from</th>
            {WALK.map((corner) => (
              <td key={corner} className="n num">
                {formatQuantity(comparison.leastMm[corner], 'height', units, 1)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="text-small text-ink-2">
        Closure {formatQuantity(Math.abs(comparison.closureMm), 'height', units, 1)}{' '}
        {UNIT_LABEL[units.length]}: what the four changes would twist the body by.{' '}
        {first.temperatureC === second.temperatureC
          ? ''
          : `Air at ${formatQuantity(first.temperatureC, 'temperature', units)} then, ` +
            `${formatQuantity(second.temperatureC, 'temperature', units)} ` +
            `${UNIT_LABEL[units.temperature]} later; with the module awake that changes ` +
            'nothing.'}
      </p>
    </div>
  )
}
