import { Spoken } from '../../kit/Spoken.tsx'
import { degreesWords } from '@anklet/language/plain/temperatures'
import { reasonWords } from '@anklet/language/night/watch'
import type { Job } from '@anklet/contract'
import type { LeakdownAnswer } from '@anklet/core/measuring/leakdown'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useUnits } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import type { WatchQuestion } from '../job/night/request.ts'
import { Heads, figures } from '../../kit/Table.tsx'

interface WhyProps {
  readonly job: Job
  readonly question: WatchQuestion
  readonly answer: LeakdownAnswer
  readonly repeats: number
}

function signed(mm: number, units: DisplayUnits): string {
  const text = formatQuantity(mm, 'height', units, 1)
  return mm > 0 && Number(text) !== 0 ? `+${text}` : text
}

function Numbers({
  answer,
  units,
}: {
  readonly answer: LeakdownAnswer
  readonly units: DisplayUnits
}): ReactNode {
  const columns = [
    [
      'changed',
      (corner: (typeof WALK)[number]) =>
        answer.expectedColdMm[corner] + answer.unexplainedMm[corner],
    ],
    ['cold alone', (corner: (typeof WALK)[number]) => answer.expectedColdMm[corner]],
    ['left over', (corner: (typeof WALK)[number]) => answer.unexplainedMm[corner]],
    ['the leak would', (corner: (typeof WALK)[number]) => answer.predictedMm[corner]],
  ] as const
  return (
    <div className="overflow-x-auto">
      <table className="table">
        <Heads
          columns={[
            UNIT_LABEL[units.length],
            ...columns.map(([words]) => figures(words)),
            figures('give or take'),
          ]}
        />
        <tbody>
          {WALK.map((corner) => (
            <tr key={corner}>
              <th scope="row">{capital(CORNER_WORDS[corner])}</th>
              {columns.map(([words, pick]) => (
                <td key={words} className="n num">
                  {signed(pick(corner), units)}
                </td>
              ))}
              <td className="n num">
                {formatQuantity(answer.sigmaMm[corner], 'height', units, 1)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** The numbers and reasons behind the sentence, and where they end. */
export function Why({ job, question: { request, reasons }, answer, repeats }: WhyProps): ReactNode {
  const units = useUnits()
  const unit = UNIT_LABEL[units.length]
  const sigma = request.temperatureSigmaK ?? 0
  return (
    <div className="grid gap-4">
      <p>
        Every explanation on the list is run through the night on this vehicle’s own figures, for
        leaks of every size, and weighed by how well it lands on the four changes.
      </p>
      <Numbers answer={answer} units={units} />
      <ul className="list-disc pl-5">
        <li>
          Misfit of the best explanation: {answer.fitChi2.toFixed(1)}.{' '}
          {answer.fitSuspect
            ? 'That is too much: nothing on the list fits.'
            : 'Small enough to be tape, bushes and thermometer.'}
        </li>
        <li>
          The four changes miss a plane by {formatQuantity(answer.closureMm, 'height', units, 1)}{' '}
          {unit}; this explanation, tyres included, expects{' '}
          {formatQuantity(answer.expectedClosureMm, 'height', units, 1)}.
        </li>
        <li>
          Gas temperature known to {degreesWords(sigma, units, 1)}; bushes, seals and tyres taken as{' '}
          {formatQuantity(request.modelSigmaMm ?? 0, 'height', units, 1)} {unit}; one tape reading
          as {formatQuantity(request.repeatabilityMm ?? 0, 'height', units, 1)} {unit}
          {repeats > 0 ? `, learned from ${repeats} of this shop’s own repeats` : ''}.
        </li>
        {request.between && request.between.length > 0 && (
          <li>
            {request.between.length === 1
              ? 'The round in between counts'
              : `The ${request.between.length} rounds in between count`}{' '}
            too: a leak goes on, settling does not.
          </li>
        )}
        {job.vehicleType.guesses.length > 0 && (
          <li>
            {job.vehicleType.guesses.length} figures of this vehicle type are guesses from its
            class: that widens every answer until they are looked up.
          </li>
        )}
        {job.vehicle.lesson && (
          <li>The air volume of this car is learned from a night of its own.</li>
        )}
        {reasons.map((reason) => (
          <li key={reason.code + ('axle' in reason ? reason.axle : '')}>
            <Spoken>{reasonWords(reason)}</Spoken>
          </li>
        ))}
      </ul>
      <p className="text-ink-2">
        A simplification: the body is taken as rigid, each spring’s area as constant, every leak as
        one orifice open all night. Equal drops of two springs, a block and a joined pair look alike
        in heights; soap tells them apart.
      </p>
    </div>
  )
}
