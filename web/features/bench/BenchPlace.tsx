import type { VehicleType } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Link, NavLink, useParams } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { Taps } from '../../kit/Taps.tsx'
import { useVehicleTypes } from '../../client/queries.ts'
import { Decay } from '../job/guided/DecayCheck.tsx'
import { PumpCheck } from '../job/guided/PumpCheck.tsx'
import { Cold } from './Cold.tsx'
import { AirCount } from './AirCount.tsx'
import { Fill } from './Fill.tsx'
import { Lift } from './Lift.tsx'
import { ParkedNight } from './ParkedNight.tsx'
import { PumpDayTool } from './PumpDayTool.tsx'
import { PumpLife } from './PumpLife.tsx'
import { LeakSizes } from './LeakSizes.tsx'
import { Stance } from './Stance.tsx'
import { UnitsTool } from './UnitsTool.tsx'
import { VerdictTool } from './VerdictTool.tsx'
import { Wait } from './Wait.tsx'

/** What one wants to know, and the tools that tell it. */
const WANTS = {
  stands: 'Does it stand right?',
  leaks: 'Does it leak, and how much?',
  pump: 'Is the pump good?',
  air: 'How much air, in which unit?',
} as const

interface Tool {
  readonly id: string
  readonly wants: keyof typeof WANTS
  readonly words: string
  readonly asks: string
  /** What it shows; most tools reckon on a vehicle type's figures. */
  readonly body:
    | {
        readonly of: 'vehicle'
        readonly Body: (props: { readonly type: VehicleType }) => ReactNode
      }
    | { readonly of: 'nothing'; readonly Body: () => ReactNode }
}

const TOOLS: readonly Tool[] = [
  {
    id: 'stance',
    wants: 'stands',
    words: 'Stance',
    asks: 'What if a corner loses air, or carries more?',
    body: { of: 'vehicle', Body: Stance },
  },
  {
    id: 'cold',
    wants: 'stands',
    words: 'Cold',
    asks: 'How far does a tight car sink when it gets colder?',
    body: { of: 'vehicle', Body: Cold },
  },
  {
    id: 'wait',
    wants: 'leaks',
    words: 'Wait',
    asks: 'How long must a watch last to be sure?',
    body: { of: 'vehicle', Body: Wait },
  },
  {
    id: 'leak',
    wants: 'leaks',
    words: 'Leak',
    asks: 'How big is a leak, and what does it do?',
    body: { of: 'vehicle', Body: LeakSizes },
  },
  {
    id: 'parked',
    wants: 'leaks',
    words: 'Parked night',
    asks: 'What does a module left awake hide?',
    body: { of: 'vehicle', Body: ParkedNight },
  },
  {
    id: 'fill',
    wants: 'air',
    words: 'Fill',
    asks: 'How long does a pump take to fill it?',
    body: { of: 'nothing', Body: Fill },
  },
  {
    id: 'lift',
    wants: 'pump',
    words: 'Lift',
    asks: 'How long should a lift take?',
    body: { of: 'vehicle', Body: Lift },
  },
  {
    id: 'pump',
    wants: 'pump',
    words: 'Pump life',
    asks: 'What does a leak cost the pump?',
    body: { of: 'vehicle', Body: PumpLife },
  },
  {
    id: 'pumptest',
    wants: 'pump',
    words: 'Pump test',
    asks: 'Does the pump bring its flow?',
    body: { of: 'nothing', Body: () => <PumpCheck job={null} /> },
  },
  {
    id: 'decay',
    wants: 'leaks',
    words: 'Decay',
    asks: 'How much does a shut volume leak?',
    body: {
      of: 'nothing',
      Body: () => <Decay job={null} kind="hold" corner="RL" volumeL={null} />,
    },
  },
  {
    id: 'pumpday',
    wants: 'pump',
    words: 'Pump’s day',
    asks: 'What does a leak make of the pump’s day?',
    body: { of: 'vehicle', Body: PumpDayTool },
  },
  {
    id: 'air',
    wants: 'air',
    words: 'Air count',
    asks: 'How much air is in it, and what is missing?',
    body: { of: 'vehicle', Body: AirCount },
  },
  {
    id: 'verdict',
    wants: 'stands',
    words: 'Verdict',
    asks: 'Is this height in, or too close to tell?',
    body: { of: 'nothing', Body: VerdictTool },
  },
  {
    id: 'units',
    wants: 'air',
    words: 'Units',
    asks: 'The same in another unit?',
    body: { of: 'nothing', Body: UnitsTool },
  },
]

function OnVehicle({
  Body,
  types,
}: {
  readonly Body: (props: { readonly type: VehicleType }) => ReactNode
  readonly types: readonly VehicleType[]
}): ReactNode {
  const [typeId, setTypeId] = useState(types[0]?.id ?? '')
  const type = types.find(({ id }) => id === typeId)
  if (!type)
    return (
      <p className="sub">
        This needs a vehicle type’s figures.{' '}
        <Link className="underline" to="/shelf/types/new">
          Enter one
        </Link>
      </p>
    )
  return (
    <div className="grid gap-4 [&>*]:min-w-0">
      <Taps<string>
        legend="On which car?"
        options={types.map(({ id, name }) => ({ value: id, words: name }))}
        chosen={[typeId]}
        onTap={setTypeId}
      />
      <Body key={type.id} type={type} />
    </div>
  )
}

function OnTypes({
  Body,
}: {
  readonly Body: (props: { readonly type: VehicleType }) => ReactNode
}): ReactNode {
  return (
    <Loading query={useVehicleTypes()} what="the vehicle types">
      {(types) => <OnVehicle Body={Body} types={types} />}
    </Loading>
  )
}

/** Every calculation on its own, without a job. */
export function BenchPlace(): ReactNode {
  const { tool: wanted } = useParams()
  const tool = TOOLS.find(({ id }) => id === wanted) ?? TOOLS[0]!
  return (
    <div className="mx-auto max-w-[1180px] px-4 py-5 md:px-6">
      <nav aria-label="Tools of the bench" className="mb-5 flex flex-wrap gap-x-8 gap-y-3">
        {(Object.keys(WANTS) as (keyof typeof WANTS)[]).map((want) => (
          <div key={want} role="group" aria-label={WANTS[want]}>
            <p className="label" aria-hidden>
              {WANTS[want]}
            </p>
            <div className="flex flex-wrap gap-2">
              {TOOLS.filter(({ wants }) => wants === want).map(({ id, words }) => (
                <NavLink
                  key={id}
                  to={`/bench/${id}`}
                  className="tap"
                  data-on={id === tool.id}
                  aria-current={id === tool.id ? 'page' : undefined}
                >
                  {words}
                </NavLink>
              ))}
            </div>
          </div>
        ))}
      </nav>
      <h1 className="say mb-4">{tool.asks}</h1>
      {tool.body.of === 'nothing' ? <tool.body.Body /> : <OnTypes Body={tool.body.Body} />}
    </div>
  )
}
