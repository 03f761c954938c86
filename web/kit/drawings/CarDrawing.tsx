import type { Method } from '@anklet/core/measuring/heights'
import type { AirForm, Axle } from '@anklet/core/base/vehicle'
import type { CarFigure } from '@anklet/language/shop/carFigures'
import { CAR_LABELS as WORDS, carFigureWords } from '@anklet/language/shop/carFigures'
import type { ReactNode } from 'react'
import { Drawing } from './Drawing.tsx'
import { Arrow, coilPath, Floor, Label, STROKE, TapeRule, Wheel } from './strokes.tsx'

interface CarDrawingProps {
  /** What is asked for; it is lit. */
  readonly figure: CarFigure
  /** The axle it is asked of; null: of the whole car. */
  readonly axle: Axle | null
  /** How heights are measured. */
  readonly method: Method
  readonly air: Readonly<Record<Axle, AirForm>>
}

const FLOOR = 176
const WHEEL = { front: 66, rear: 214 } as const
const WHEEL_Y = 150
const MIDDLE = 366
const SPRING_X = 34
const TYRE_X = 62

const HEIGHTS: readonly CarFigure[] = ['height', 'bump', 'droop', 'tolerance', 'leftRight']

/** A length between two points, with its end marks: lit where it is what is asked for. */
function Across({
  from,
  to,
  y,
}: {
  readonly from: number
  readonly to: number
  readonly y: number
}) {
  return (
    <path
      d={`M${from} ${y - 10}v20M${to} ${y - 10}v20M${from} ${y}H${to}`}
      stroke="var(--chalk)"
      strokeWidth="6"
      fill="none"
      style={{ filter: 'drop-shadow(0 0 0.6px var(--ink))' }}
    />
  )
}

/** The car from the side. */
function Side({ figure, axle, method }: CarDrawingProps): ReactNode {
  const x = WHEEL[axle ?? 'front']
  const tape = HEIGHTS.includes(figure) && method !== 'axleToBracket'
  return (
    <g>
      <path
        d="M14 140V106L50 96L86 62H190L232 96L266 104V140H250A36 36 0 0 0 178 140H102A36 36 0 0 0 30 140z"
        {...STROKE.beside}
      />
      <Wheel x={WHEEL.front} y={WHEEL_Y} r={26} />
      <Wheel x={WHEEL.rear} y={WHEEL_Y} r={26} />
      <Floor y={FLOOR} from={4} to={276} />
      {tape && method === 'wheelCentreToArch' && <TapeRule x={x} top={107} bottom={WHEEL_Y} />}
      {tape && method === 'sillToFloor' && (
        <TapeRule x={x === WHEEL.front ? 116 : 164} top={140} bottom={FLOOR} />
      )}
      {figure === 'wheelbase' && <Across from={WHEEL.front} to={WHEEL.rear} y={196} />}
      {figure === 'bump' && <Arrow from={[x + 44, 74]} to={[x + 44, 100]} />}
      {figure === 'droop' && <Arrow from={[x + 44, 100]} to={[x + 44, 74]} />}
      {figure === 'load' && <path d={`M${x - 7} 70h14v28h9l-16 20l-16 -20h9z`} {...STROKE.meant} />}
      <Label x={140} y={222} anchor="middle" words={WORDS.side} />
    </g>
  )
}

/** What carries one side of the axle: air, a coil, or both. */
function Carries({
  figure,
  air,
  x,
}: {
  readonly figure: CarFigure
  readonly air: AirForm
  readonly x: number
}): ReactNode {
  const coilLit = figure === 'coilForce' || figure === 'coilRate'
  const coil = air === 'none' || air === 'airDamper' || coilLit
  const beside = air === 'airDamper' ? 9 : 0
  return (
    <g>
      {air !== 'none' && (
        <path
          d={`M${x - 9 - beside} 92h18q6 12 1 22q4 8 -2 17h-16q-6 -9 -2 -17q-5 -10 1 -22z`}
          {...STROKE.air}
          fill={figure === 'volume' ? 'var(--chalk)' : 'var(--air-soft)'}
        />
      )}
      {figure === 'area' && air !== 'none' && (
        <>
          <path d={`M${x - 16 - beside} 113h32`} stroke="var(--ink)" strokeWidth="8" />
          <path d={`M${x - 15 - beside} 113h30`} stroke="var(--chalk)" strokeWidth="5" />
        </>
      )}
      {coil && (
        <path
          d={coilPath(x + beside, 94, 130, 8, 4)}
          fill="none"
          stroke={coilLit ? 'var(--chalk)' : 'var(--ink)'}
          strokeWidth="3.4"
          style={coilLit ? { filter: 'drop-shadow(0 0 0.7px var(--ink))' } : undefined}
        />
      )}
    </g>
  )
}

/** The axle seen along the car. */
function End({ figure, axle, method, air }: CarDrawingProps): ReactNode {
  const at = axle ?? 'front'
  const lit = (wanted: CarFigure) => (figure === wanted ? STROKE.meant : STROKE.metal)
  return (
    <g>
      <path d={`M${MIDDLE - 52} 92V52q0 -14 18 -18h68q18 4 18 18v40z`} {...STROKE.beside} />
      {[-1, 1].map((side) => {
        const [spring, tyre] = [MIDDLE + side * SPRING_X, MIDDLE + side * TYRE_X]
        return (
          <g key={side}>
            <path
              d={`M${MIDDLE + side * 14} 132L${tyre - side * 7} 148`}
              stroke={figure === 'motionRatio' ? 'var(--chalk)' : 'var(--ink)'}
              strokeWidth="7"
            />
            <Carries figure={figure} air={air[at]} x={spring} />
            <rect x={tyre - 9} y={124} width="18" height="52" rx="6" {...STROKE.rubber} />
            {figure === 'tyreRate' && (
              <rect x={tyre - 9} y={158} width="18" height="18" rx="6" {...STROKE.meant} />
            )}
            <rect x={MIDDLE + side * 20 - 4} y={92} width="8" height="12" {...lit('bumpRate')} />
            {figure === 'bump' && (
              <rect x={MIDDLE + side * 20 - 4} y={92} width="8" height="12" {...STROKE.meant} />
            )}
            <path
              d={`M${MIDDLE + side * 50 - 3} 92h6v30h-6z`}
              {...lit('droopRate')}
              strokeWidth="1.4"
            />
          </g>
        )
      })}
      {figure === 'antiRoll' && (
        <path
          d={`M${MIDDLE - 46} 142q0 22 14 22h64q14 0 14 -22`}
          fill="none"
          stroke="var(--chalk)"
          strokeWidth="5"
          style={{ filter: 'drop-shadow(0 0 0.7px var(--ink))' }}
        />
      )}
      {figure === 'motionRatio' && (
        <>
          <Arrow from={[MIDDLE + TYRE_X + 18, 168]} to={[MIDDLE + TYRE_X + 18, 122]} />
          <Arrow from={[MIDDLE + SPRING_X, 150]} to={[MIDDLE + SPRING_X, 124]} air />
          <Label x={MIDDLE + TYRE_X + 34} y={114} anchor="end" words={WORDS.wheel} strong />
          <Label x={MIDDLE + 4} y={166} anchor="middle" words={WORDS.spring} strong />
        </>
      )}
      {HEIGHTS.includes(figure) && method === 'axleToBracket' && (
        <TapeRule x={MIDDLE} top={92} bottom={132} />
      )}
      {figure === 'track' && <Across from={MIDDLE - TYRE_X} to={MIDDLE + TYRE_X} y={196} />}
      <Floor y={FLOOR} from={286} to={446} />
      <Label x={MIDDLE} y={222} anchor="middle" words={at === 'front' ? WORDS.front : WORDS.rear} />
    </g>
  )
}

/** One car from the side and along, with what is asked for lit. */
export function CarDrawing(props: CarDrawingProps): ReactNode {
  const { title, says } = carFigureWords(props.figure, props.axle, props.method)
  return (
    <Drawing title={title} says={says} width={464} height={232}>
      <g data-lit={props.figure}>
        <Side {...props} />
        <End {...props} />
      </g>
    </Drawing>
  )
}
