import { heightsAreGuessed } from '@anklet/core/base/starting'
import { overBriefly, overWords } from '@anklet/language/heights/sides'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import { PURPOSE_WORDS } from '@anklet/language/heights/methods'
import type { JobSummary, VehicleDetail } from '@anklet/contract'
import { nextStep } from '@anklet/core/work/schedule'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode, RefObject } from 'react'
import { lazy, Suspense, useMemo, useRef, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { joinedSvg } from '../../kit/chartSvg.ts'
import { Loading } from '../../client/Loading.tsx'
import { roundsCsv } from './roundsCsv.ts'
import { carFile, saveFile } from '../../kit/saveFile.ts'
import { ask, sentenceOf } from '../../client/api.ts'
import { useCommand, useUnits, useVehicle } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { complaintWords } from '@anklet/language/causes/complaint'
import { factsOf, STEP_WORDS } from '@anklet/language/work/steps'
import { momentWords } from '@anklet/language/plain/times'
import { CodeList } from '../job/codes/CodeList.tsx'
import { ChargeList } from '../job/charge/ChargeList.tsx'
import { Details } from './Details.tsx'
import { Outlook } from './Outlook.tsx'
import { OwnerData } from './OwnerData.tsx'
import type { TrendPoint } from '../job/model/trend.ts'
import { FillIn } from './FillIn.tsx'
import { trendCsv, trendOf } from '../job/model/trend.ts'
import { TrendStrip } from './TrendStrip.tsx'
import { SimulatedBand } from '../../kit/Plate.tsx'
import { simulatedWords } from '@anklet/language/plain/simulated'
import { openJob } from '../job/model/commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Few } from '../../kit/Few.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

const Timeline = lazy(() =>
  import('./Timeline.tsx').then((module) => ({ default: module.Timeline })),
)

/** As many lines as anybody reads; the rest is a tap away. */
const NEWEST = 8

function Rounds({ points }: { readonly points: readonly TrendPoint[] }): ReactNode {
  const units = useUnits()
  const [all, setAll] = useState(false)
  const shown = all ? points : points.slice(-NEWEST)
  const now = new Date()
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Every round in numbers">
      <table className="table min-w-[560px]">
        <Heads
          columns={[
            'round',
            ...WALK.map((corner) => figures(corner, capital(CORNER_WORDS[corner]))),
            figures(UNIT_LABEL[units.temperature]),
          ]}
        />
        <tbody>
          {shown.toReversed().map(({ round, offMm }) => (
            <tr key={round.id}>
              <th scope="row">
                {momentWords(round.endedAt, now)}
                <span className="block font-normal">
                  {PURPOSE_WORDS[round.purpose]}, {round.levelId}
                </span>
              </th>
              {WALK.map((corner) => (
                <td key={corner} className="n num">
                  {formatQuantity(offMm[corner], 'height', units)}
                </td>
              ))}
              <td className="n num">{formatQuantity(round.temperatureC, 'temperature', units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length < points.length && (
        <Button className="mt-3" onClick={() => setAll(true)}>
          All {points.length} rounds
        </Button>
      )}
    </div>
  )
}

function JobLine({ job }: { readonly job: JobSummary }): ReactNode {
  const now = new Date()
  const step = nextStep(factsOf(job), now.getTime())
  return (
    <li>
      <Link
        to={`/jobs/${job.id}/${step.phase}`}
        className="sheet block px-4 py-2.5 hover:border-air"
      >
        <span className="block font-semibold">
          {momentWords(job.openedAt, now)}
          <span className="font-normal text-ink-2">, {STEP_WORDS[step.code].toLowerCase()}</span>
        </span>
        <span className="block text-small text-ink-2">
          {job.watch?.finding?.sentence ?? complaintWords(job.complaint)}
        </span>
      </Link>
    </li>
  )
}

/** Opens a job on a car that has none open. */
function NewJob({ vehicleId }: { readonly vehicleId: string }): ReactNode {
  const navigate = useNavigate()
  const open = useCommand('job.open')
  const [jobId] = useState(() => crypto.randomUUID())
  return (
    <>
      <Button
        look="go"
        disabled={open.isPending}
        onClick={() =>
          open.submit(openJob(jobId, vehicleId), () => void navigate(`/jobs/${jobId}/intake`))
        }
      >
        New job on this car
      </Button>
      <RefusalOf asked={open} className="w-full" />
    </>
  )
}

/** Every round as a table, and as files. @param history where the trend is drawn */
function EveryRound({
  detail: { vehicle, vehicleType },
  points,
  history,
}: {
  readonly detail: VehicleDetail
  readonly points: ReturnType<typeof trendOf>
  readonly history: RefObject<HTMLElement | null>
}): ReactNode {
  const units = useUnits()
  const guessed = heightsAreGuessed(vehicleType.guesses)
  const [complaint, setComplaint] = useState<string | null>(null)
  const saveRounds = (): void =>
    void ask('/api/vehicles/:id/rounds', vehicle.id).then(
      (rounds) =>
        saveFile(carFile(vehicle, 'rounds.csv'), 'text/csv', roundsCsv([{ vehicle, rounds }])),
      (error: unknown) => setComplaint(sentenceOf(error)),
    )
  const saveDrawn = (): void =>
    saveFile(
      carFile(vehicle, 'trend.svg'),
      'image/svg+xml',
      joinedSvg([...(history.current?.querySelectorAll('svg') ?? [])], simulatedWords(vehicle)),
    )
  const files: readonly (readonly [string, () => void])[] = [
    [
      'Trend as CSV',
      () =>
        saveFile(
          carFile(vehicle, 'trend.csv'),
          'text/csv',
          trendCsv(points, guessed ? 'Stand' : 'Design'),
        ),
    ],
    ['as SVG', saveDrawn],
    ['Rounds as CSV', saveRounds],
  ]
  return (
    <section>
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <h2>
          Every round, {UNIT_LABEL[units.length]} {overBriefly(vehicleType.guesses)}
        </h2>
        {files.map(([words, save]) => (
          <Button look="quiet" key={words} onClick={save}>
            {words}
          </Button>
        ))}
      </div>
      <Refusal>{complaint}</Refusal>
      <Rounds points={points} />
    </section>
  )
}

/** What is known of the car besides its rounds: details, charges, codes, jobs. */
function Beside({ detail }: { readonly detail: VehicleDetail }): ReactNode {
  return (
    <div className="grid content-start gap-6">
      <Details detail={detail} />
      <ChargeList charges={detail.charges} />
      {detail.codeReadings.length > 0 && (
        <section aria-label="Codes">
          <h2>Codes</h2>
          <CodeList
            typeId={detail.vehicleType.id}
            readings={detail.codeReadings}
            texts={detail.codeTexts}
            locked
          />
        </section>
      )}
      <section>
        <h2 className="mb-2">Jobs</h2>
        {detail.jobs.length === 0 ? (
          <p className="text-ink-2">None yet.</p>
        ) : (
          <div className="grid gap-2 [&>ul]:grid [&>ul]:gap-2">
            <Few items={detail.jobs} few={4} of="jobs">
              {(job) => <JobLine key={job.id} job={job} />}
            </Few>
          </div>
        )}
      </section>
      <OwnerData vehicle={detail.vehicle} />
    </div>
  )
}

function Whole({ detail }: { readonly detail: VehicleDetail }): ReactNode {
  const units = useUnits()
  const { vehicle, vehicleType, jobs } = detail
  const history = useRef<HTMLElement>(null)
  const points = useMemo(() => trendOf(detail), [detail])
  const running = jobs.find(({ closedAt }) => closedAt === null)
  return (
    <div className="grid gap-6 [&>*]:min-w-0">
      {vehicle.simulated && <SimulatedBand />}
      <div className="flex flex-wrap items-center justify-between gap-3">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <span className="plate">{vehicle.plate}</span>
          <h1>{vehicleType.name}</h1>
        </div>
        {!running && <NewJob vehicleId={vehicle.id} />}
      </div>
      <FillIn type={vehicleType} />
      <section aria-label="History" ref={history}>
        <TrendStrip
          points={points}
          repairs={detail.repairs}
          units={units}
          over={overWords(vehicleType.guesses)}
        />
      </section>
      {points.length > 0 && <Outlook detail={detail} points={points} />}
      {points.length > 1 && (
        // It keeps its place: what stands below must not move under a finger when it comes.
        <Suspense fallback={<div aria-hidden className="min-h-[386px]" />}>
          <Timeline detail={detail} points={points} units={units} />
        </Suspense>
      )}
      <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_340px] [&>*]:min-w-0">
        {points.length > 0 && <EveryRound detail={detail} points={points} history={history} />}
        <Beside detail={detail} />
      </div>
    </div>
  )
}

/** One vehicle: what it is, every round ever measured on it, what was done. */
export function VehiclePage(): ReactNode {
  const { id = '' } = useParams()
  return (
    <div className="mx-auto max-w-[1080px] px-4 py-5 md:px-6">
      <Loading query={useVehicle(id)} what="the car">
        {(detail) => <Whole key={detail.vehicle.id} detail={detail} />}
      </Loading>
    </div>
  )
}
