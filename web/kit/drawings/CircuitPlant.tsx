import type { OpenPassage } from '@anklet/core/base/circuit'
import type { Architecture } from '@anklet/core/base/vehicle'
import { CIRCUIT_LABELS as WORDS } from '@anklet/language/shop/circuit'
import type { ReactNode } from 'react'
import type { CircuitPlaces } from './circuitPlaces.ts'
import { Label, STROKE } from './strokes.tsx'
import { AirLine, byOf, Valve } from './valves.tsx'

interface PlantProps {
  readonly architecture: Architecture
  readonly passages: readonly OpenPassage[]
  readonly at: CircuitPlaces
  readonly pumpOn: boolean
}

function Box({
  x,
  y,
  width,
  height,
  words,
  on = false,
}: {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly words: string
  readonly on?: boolean
}): ReactNode {
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx="4"
        fill={on ? 'var(--air)' : 'var(--sheet)'}
        stroke={on ? 'var(--air)' : 'var(--ink)'}
        strokeWidth="1.6"
      />
      <text
        x={x + width / 2}
        y={y + height / 2 + 4.5}
        textAnchor="middle"
        fontSize="12.5"
        fontWeight="600"
        fill={on ? 'var(--paper)' : 'var(--ink)'}
      >
        {words}
      </text>
    </g>
  )
}

/** A valve that lets air through one way only, left to right. */
const Check = ({ x, y }: { readonly x: number; readonly y: number }): ReactNode => (
  <g>
    <title>Check valve</title>
    <path
      d={`M${x - 6} ${y - 8}q10 8 0 16M${x + 5} ${y - 8}v16`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.2"
    />
  </g>
)

type Way = { readonly way: 'forth' | 'back' | null }

/** What passes through the dryer, drawn from the pump's side to the gallery. */
function throughDryer(passages: readonly OpenPassage[]): Way | undefined {
  const pump = byOf(passages, 'pump')
  const exhaust = byOf(passages, 'exhaust')
  if (!pump && !exhaust) return undefined
  if (pump && exhaust) return { way: null }
  return { way: pump?.to === 'gallery' ? 'forth' : 'back' }
}

/** Dryer and exhaust, from the line behind the check valve to the gallery. */
function DryerAndExhaust({ passages, at, x }: PlantProps & { readonly x: number }): ReactNode {
  const exhaust = byOf(passages, 'exhaust')
  const through = throughDryer(passages)
  const y = at.plantY
  return (
    <g>
      <AirLine d={`M${x} ${y}H${at.feedX}V${at.railY}`} passage={through} />
      <Box x={x + 18} y={y - 16} width={48} height={32} words={WORDS.dryer} />
      <AirLine d={`M${x} ${y}V${y - 70}`} by="exhaust" passage={exhaust} />
      <Valve x={x} y={y - 42} open={exhaust !== undefined} name="Exhaust" />
      <Label x={x} y={y - 76} anchor="middle" words={WORDS.openAir} />
    </g>
  )
}

function OpenPlant(props: PlantProps): ReactNode {
  const { passages, at, pumpOn } = props
  const [x, y] = [at.plantX, at.plantY]
  const pump = byOf(passages, 'pump')
  const join = x + 134
  return (
    <g>
      <AirLine d={`M${x + 16} ${y}H${join}`} by="pump" passage={pump} />
      <circle cx={x + 12} cy={y} r="11" {...STROKE.beside} stroke="var(--ink)" />
      <path
        d={`M${x + 4} ${y - 4}h16M${x + 4} ${y + 4}h16`}
        stroke="var(--ink)"
        strokeWidth="1.4"
        strokeDasharray="3 2"
      />
      <Label x={x} y={y + 32} words={WORDS.intake} />
      <Box x={x + 38} y={y - 18} width={60} height={36} words={WORDS.pump} on={pumpOn} />
      <Check x={x + 114} y={y} />
      <DryerAndExhaust {...props} x={join} />
    </g>
  )
}

/** The pump of a closed system with the valves that reverse it. */
function ClosedPlant(props: PlantProps): ReactNode {
  const { passages, at, pumpOn } = props
  const [x, y] = [at.plantX, at.plantY]
  const pump = byOf(passages, 'pump')
  const fills = pump?.to === 'reservoir'
  const low = at.tank.y + 17
  const join = x + 150
  const crossed = `M${x + 92} ${y}L${x + 132} ${low}M${x + 92} ${low}L${x + 132} ${y}`
  const straight = `M${x + 92} ${y}H${x + 132}M${x + 92} ${low}H${x + 132}`
  return (
    <g>
      <AirLine d={`M${x + 64} ${y}H${x + 92}`} by="pump" passage={pump} />
      <AirLine d={`M${x + 92} ${low}H${x + 64}`} passage={pump} />
      <AirLine d={`M${x + 132} ${y}H${join}`} passage={pump && { way: fills ? 'back' : 'forth' }} />
      <AirLine
        d={`M${x + 132} ${low}H${at.tank.x}`}
        passage={pump && { way: fills ? 'forth' : 'back' }}
      />
      <rect
        x={x + 92}
        y={y - 14}
        width="40"
        height={low - y + 28}
        rx="4"
        {...STROKE.beside}
        data-reversing={pump ? (fills ? 'toReservoir' : 'fromReservoir') : 'rests'}
      />
      <path
        d={fills ? crossed : straight}
        fill="none"
        stroke={pump ? 'var(--air)' : 'var(--steel-dark)'}
        strokeWidth={pump ? 5 : 1.8}
      />
      <Label x={x + 112} y={low + 30} anchor="middle" words={WORDS.reversing} />
      <Box x={x + 4} y={y - 14} width={60} height={low - y + 28} words={WORDS.pump} on={pumpOn} />
      <Check x={x + 78} y={y} />
      <DryerAndExhaust {...props} x={join} />
    </g>
  )
}

/** Intake or reversing valves, pump, check valve, dryer and exhaust. */
export const CircuitPlant = (props: PlantProps): ReactNode =>
  props.architecture.layout === 'closed' && props.architecture.reservoir ? (
    <ClosedPlant {...props} />
  ) : (
    <OpenPlant {...props} />
  )
