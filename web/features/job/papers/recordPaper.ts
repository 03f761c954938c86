import type { Job } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatDifference, formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import { format } from 'date-fns'
import { meansOf } from '../model/rounds.ts'
import type { OnWork } from '../record/useWork.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { stateWords } from '@anklet/language/heights/methods'
import { stepWords } from '@anklet/language/work/plan'
import { sensorWords } from '@anklet/language/work/proof'
import { DEVIATION_WORDS } from '@anklet/language/work/work'
import type { OwnerPaper, PaperHead, PaperSection } from './ownerPaper.ts'
import { notShownOf } from './ownerPaper.ts'

/**
 * A step as it was done: words, torque, when, who; with what was noted and where the order was
 * left.
 */
export interface RecordStep {
  readonly cells: readonly string[]
  readonly note: string
  readonly deviation: string
}

/**
 * What goes into the file: every round, code, calibration and step with who, when, torque and
 * note.
 */
export interface RecordPaper extends PaperHead {
  readonly opening: readonly PaperSection[]
  /**
   * A row a round: when and how, the heights in walking order, the temperature; with the units of
   * the two.
   */
  readonly rounds: {
    readonly lengthUnit: string
    readonly temperatureUnit: string
    readonly rows: readonly (readonly string[])[]
  }
  readonly calibrations: readonly PaperSection[]
  readonly rest: readonly PaperSection[]
  readonly steps: readonly RecordStep[]
}

const moment = (at: string): string => format(new Date(at), 'd MMM yyyy, HH:mm')
const TAUGHT = {
  no: 'looked at, not taught',
  link: 'given to the module over the link',
  hand: 'typed in by hand',
} as const
const WAY = { up: ', rising', down: ', falling' } as const

interface RecordFrom {
  readonly of: OwnerPaper
  readonly job: Job
  readonly work: OnWork | null
  readonly units: DisplayUnits
  nameOf(person: string): string
}

/** What was taught to its sensors, one part a calibration. */
function calibrationsOf({
  job,
  units,
  nameOf,
}: Pick<RecordFrom, 'job' | 'units' | 'nameOf'>): RecordPaper['calibrations'] {
  const height = (mm: number): string => formatQuantity(mm, 'height', units)
  return job.proof.flatMap(({ at, person, content }) =>
    content.kind !== 'calibrated'
      ? []
      : [
          {
            title: `Calibration, ${moment(at)}, ${nameOf(person)}: ${TAUGHT[content.taught]}`,
            lines: [
              ...content.visits.map(
                ({ levelId, direction, tapeMm, reportedMm }) =>
                  `${capital(levelId)}${direction === null ? '' : WAY[direction]}: ` +
                  WALK.map(
                    (corner) =>
                      `${CORNER_WORDS[corner]} tape ${height(tapeMm[corner])}, module ` +
                      `${reportedMm[corner] === null ? 'nothing' : height(reportedMm[corner])}`,
                  ).join('; '),
              ),
              ...(content.typedMm.length > 0
                ? [
                    'Typed: ' +
                      content.typedMm
                        .map(
                          ({ sensor, mm }) =>
                            `${sensorWords(sensor)} ${formatDifference(mm, units)}`,
                        )
                        .join(', '),
                  ]
                : []),
            ],
          },
        ],
  )
}

/** The paper for the file, out of the job's record. */
export function recordPaper({ of, job, work, units, nameOf }: RecordFrom): RecordPaper {
  const { shop, plate, car, simulated, at: handed, by, complaint, found, closedReason, shown } = of
  const height = (mm: number): string => formatQuantity(mm, 'height', units)
  return {
    title: 'Record of the work',
    shop,
    plate,
    car,
    simulated,
    at: handed,
    by,
    calibrations: calibrationsOf({ job, units, nameOf }),
    opening: [
      { title: 'Complaint', lines: [complaint] },
      { title: 'Finding', lines: [found] },
      {
        title: 'Closed with its finding open',
        lines: closedReason ? [closedReason] : [],
      },
    ],
    rounds: {
      lengthUnit: UNIT_LABEL[units.length],
      temperatureUnit: UNIT_LABEL[units.temperature],
      rows: job.rounds
        .filter(({ jobId }) => jobId === job.id)
        .map((round) => {
          const means = meansOf(round)
          return [
            `${moment(round.endedAt)}, ${stateWords(round).toLowerCase()}, ${round.levelId}`,
            ...WALK.map((corner) => height(means[corner])),
            formatQuantity(round.temperatureC, 'temperature', units),
          ]
        }),
    },
    rest: [
      {
        title: 'Codes',
        lines: job.codeReadings
          .filter(({ jobId }) => jobId === job.id)
          .map(
            ({ at, codes }) =>
              `${moment(at)}: ` +
              `${codes.length === 0 ? 'none' : codes.map(({ number, status }) => `${number} ${status}`).join(', ')}`,
          ),
      },
      { title: 'Tests', lines: job.checks.map(({ at, sentence }) => `${moment(at)}: ${sentence}`) },
      { title: 'Shown', lines: shown },
      notShownOf(of),
    ],
    steps: (work?.run.steps ?? []).flatMap(({ step, done }) => {
      if (!done) return []
      const { torque, note, deviation } = done.content
      return [
        {
          cells: [
            stepWords(step.words, step.place),
            torque ? `${torque.nm} N.m` : '',
            format(new Date(done.at), 'd MMM HH:mm'),
            nameOf(done.person),
          ],
          note,
          deviation: deviation ? `${DEVIATION_WORDS[deviation.kind]}: ${deviation.reason}` : '',
        },
      ]
    }),
  }
}
