import { WALK } from './model.ts'
import type { Job } from '@anklet/contract'
import type { ProofItem, ProofItemId } from '@anklet/core/work/proof'
import { jointsOpened } from '@anklet/core/work/proof'
import type { ReactNode } from 'react'
import type { OnWork } from '../record/useWork.ts'
import { Alignment, ComeBack, Joints, RoadTest, YesNo } from './Answers.tsx'
import { ButtonLink } from '../../../kit/Button.tsx'

/** Where something is shown that has a place of its own. */
const PLACES: Readonly<Partial<Record<ProofItemId, readonly [string, string]>>> = {
  steps: ['work', 'Go on in Work'],
  temporary: ['work', 'Put it back in Work'],
  torque: ['work', 'Set it in Work'],
  trim: ['work', 'Put it back in Work'],
  heights: [WALK, 'Walk a round'],
  leftRight: [WALK, 'Walk a round'],
  codes: ['checks?codes', 'Read the codes'],
  deviations: ['work', 'A lead agrees to it in Work'],
}

/** Where or how one thing is shown. */
export function Shows({
  job,
  id,
  why,
  work,
}: {
  readonly job: Job
  readonly id: ProofItemId
  readonly why: ProofItem['why']
  readonly work: OnWork
}): ReactNode {
  const to = (phase: string, words: string): ReactNode => (
    <ButtonLink className="w-fit" to={`/jobs/${job.id}/${phase}`}>
      {words}
    </ButtonLink>
  )
  if (why === 'noSpecification')
    return (
      <ButtonLink className="w-fit" to={`/shelf/types/${job.vehicleType.id}`}>
        Enter it at the shelf
      </ButtonLink>
    )
  switch (id) {
    case 'soap':
      return <Joints job={job} joints={jointsOpened({ run: work.run, book: work.of.book.steps })} />
    case 'corners':
      return (
        <div className="grid gap-3">
          {to('checks', 'Test it: tell one corner at a time')}
          <YesNo
            job={job}
            item="corners"
            legend="Or told by another tool, each corner in turn"
            yes="The right one moved"
            no="Another one moved"
          />
        </div>
      )
    case 'levels':
      return (
        <div className="grid gap-3">
          {to('calibrate', 'Visit them in Calibrate')}
          <YesNo
            job={job}
            item="levels"
            legend="Or seen at the car, every level up and down, and listened"
            yes="It did, and stood"
            no="It did not"
          />
        </div>
      )
    case 'sensors':
      return why === 'noRound' || why === 'noReports'
        ? to(WALK, 'Walk a round')
        : to('calibrate', 'Go on in Calibrate')
    case 'roadTest':
      return <RoadTest job={job} />
    case 'alignment':
      return <Alignment job={job} />
    case 'again':
      return (
        <div className="grid gap-3">
          {to('watch', 'Watch it tonight')}
          <ComeBack job={job} />
        </div>
      )
    default:
      return PLACES[id] ? to(...PLACES[id]) : null
  }
}
