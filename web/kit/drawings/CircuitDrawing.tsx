import type { CircuitState, OpenPassage } from '@anklet/core/base/circuit'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { AT_REST, openPassages } from '@anklet/core/base/circuit'
import { AXLE_CORNERS, hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import { CIRCUIT_LABELS as WORDS, circuitWords } from '@anklet/language/shop/circuit'
import type { ReactNode } from 'react'
import { CircuitPlant } from './CircuitPlant.tsx'
import type { CircuitPlaces } from './circuitPlaces.ts'
import { NARROW, WIDE } from './circuitPlaces.ts'
import { Drawing } from './Drawing.tsx'
import { Label, STROKE } from './strokes.tsx'
import { AirLine, byOf, Valve } from './valves.tsx'

/** Pressures as they are written beside what holds them; null: not told. */
export interface CircuitFigures {
  readonly gallery: string | null
  /** Its pressure, and under it the amount of air that makes. */
  readonly reservoir: readonly string[] | null
}

interface CircuitDrawingProps {
  readonly architecture: Architecture
  /** What a module tells; null: nothing yet. */
  readonly state: CircuitState | null
  readonly figures: CircuitFigures
  readonly narrow?: boolean
}

const SPRING_TOP = 22
const SPRING_END = 64
const CROSS_Y = 84

interface PartProps {
  readonly architecture: Architecture
  readonly passages: readonly OpenPassage[]
  readonly at: CircuitPlaces
}

function Spring({
  corner,
  x,
  passage,
}: {
  readonly corner: Corner
  readonly x: number
  readonly passage: OpenPassage | undefined
}): ReactNode {
  const way = passage?.way ?? null
  const half = (SPRING_END - SPRING_TOP) / 2
  const middle = SPRING_TOP + half
  return (
    <g>
      <path
        d={
          `M${x - 20} ${SPRING_TOP}h40q9 10 0 ${half}q9 10 0 ${half}` +
          `h-40q-9 -10 0 ${-half}q-9 -10 0 ${-half}z`
        }
        fill={way ? 'var(--air-soft)' : 'var(--sheet)'}
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      {way && (
        <path
          d={way === 'back' ? `M${x} ${middle - 9}l8 14h-16z` : `M${x} ${middle + 9}l8 -14h-16z`}
          fill="var(--air)"
        />
      )}
      <text x={x} y={14} textAnchor="middle" fontSize="14" fontWeight="680" fill="var(--ink)">
        {corner}
      </text>
    </g>
  )
}

// A valve in each spring stands under it; those of a block stand over the gallery.
const valveY = ({ valves }: Architecture, { railY }: CircuitPlaces): number =>
  valves === 'perSpring' ? SPRING_END + 22 : railY - 40

function Springs({ architecture, passages, at }: PartProps): ReactNode {
  const y = valveY(architecture, at)
  return WALK.map((corner) => {
    const x = at.spring[corner]
    if (!hasAirAtCorner(architecture, corner))
      return (
        <g key={corner}>
          <Label x={x} y={14} anchor="middle" words={corner} strong />
          <Label x={x} y={48} anchor="middle" words={WORDS.coil} />
        </g>
      )
    const passage = byOf(passages, corner)
    return (
      <g key={corner}>
        <AirLine d={`M${x} ${SPRING_END}V${at.railY}`} by={corner} passage={passage} />
        <Valve x={x} y={y} open={passage !== undefined} name={`Valve ${corner}`} />
        <Spring corner={corner} x={x} passage={passage} />
      </g>
    )
  })
}

/** What the valves sit in: one block, a block for each axle, or each spring of its own. */
function Blocks({ architecture, at }: Omit<PartProps, 'passages'>): ReactNode {
  const withAir = WALK.filter((corner) => hasAirAtCorner(architecture, corner))
  const groups: readonly (readonly Corner[])[] =
    architecture.valves === 'oneBlock'
      ? [withAir]
      : architecture.valves === 'perAxle'
        ? (['front', 'rear'] as const).map((axle) =>
            withAir.filter((corner) => AXLE_CORNERS[axle].includes(corner)),
          )
        : withAir.map((corner) => [corner])
  const y = valveY(architecture, at) - 16
  return groups
    .filter((group) => group.length > 0)
    .map((group) => {
      const xs = group.map((corner) => at.spring[corner])
      const from = Math.min(...xs) - 22
      return (
        <rect
          key={group.join('')}
          x={from}
          y={y}
          width={Math.max(...xs) + 22 - from}
          height="32"
          rx="5"
          data-block={group.join(' ')}
          {...STROKE.beside}
          strokeDasharray="5 3"
        />
      )
    })
}

function Crosses({ architecture: { crossValve, air }, passages, at }: PartProps): ReactNode {
  return (['front', 'rear'] as const).map((axle) => {
    if (!crossValve[axle] || air[axle] === 'none') return null
    const [a, b] = AXLE_CORNERS[axle].map((corner) => at.spring[corner]) as [number, number]
    const by = axle === 'front' ? 'crossFront' : 'crossRear'
    const passage = byOf(passages, by)
    return (
      <g key={axle}>
        <AirLine d={`M${a} ${CROSS_Y}H${b}`} by={by} passage={passage} />
        <Valve
          x={(a + b) / 2}
          y={CROSS_Y}
          open={passage !== undefined}
          name={`Cross valve ${axle}`}
          lying
        />
      </g>
    )
  })
}

function Reservoir({
  architecture,
  passages,
  at,
  words,
}: PartProps & { readonly words: readonly string[] | null }): ReactNode {
  const [x, y] = at.tankValve
  const { tank } = at
  const passage = byOf(passages, 'reservoir')
  return (
    <g>
      <AirLine d={`M${x} ${tank.y}V${at.railY}`} by="reservoir" passage={passage} />
      <Valve x={x} y={y} open={passage !== undefined} name="Reservoir valve" />
      <rect
        x={tank.x}
        y={tank.y}
        width={tank.width}
        height="34"
        rx="17"
        {...STROKE.beside}
        stroke="var(--ink)"
      />
      <Label
        x={tank.x + tank.width / 2}
        y={tank.y + 22}
        anchor="middle"
        words={WORDS.reservoir}
        strong
      />
      <Label
        x={at.tankText[0]}
        y={at.tankText[1]}
        words={words ?? WORDS.notTold}
        strong={words !== null}
      />
      {architecture.layout === 'closed' && (
        <>
          <path
            d={`M${tank.x + 24} ${tank.y + 34}v12m-8 0h16v9h-16z`}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.8"
          />
          <Label x={tank.x + 38} y={tank.y + 54} words={WORDS.fillValve} />
        </>
      )}
    </g>
  )
}

/** The gallery with its pressure sensor, where it has one. */
function Gallery({
  architecture,
  passages,
  at,
  words,
}: PartProps & { readonly words: string | null }): ReactNode {
  const open = passages.some(({ from, to }) => from === 'gallery' || to === 'gallery')
  const has = architecture.pressureSensor === 'gallery'
  const { sensorX: x, sensorEnd: end } = at
  return (
    <g>
      <path
        d={`M${at.railFrom} ${at.railY}H${at.railTo}`}
        stroke={open ? 'var(--air)' : 'var(--steel-dark)'}
        strokeWidth={open ? 6 : 3}
        strokeLinecap="round"
      />
      {has && (
        <>
          <path d={`M${end} ${at.railY}H${x}`} stroke="var(--ink)" strokeWidth="1.6" />
          <circle cx={x} cy={at.railY} r="11" {...STROKE.beside} stroke="var(--ink)" />
          <text x={x} y={at.railY + 4.5} textAnchor="middle" fontSize="12" fill="var(--ink)">
            p
          </text>
        </>
      )}
      <Label
        x={at.galleryText[0]}
        y={at.galleryText[1]}
        anchor="end"
        words={
          words === null
            ? `${WORDS.gallery}, ${has ? WORDS.notTold : WORDS.noSensor}`
            : `${WORDS.gallery} ${words}`
        }
        strong={words !== null}
      />
    </g>
  )
}

/**
 * How the air of this vehicle is piped, which paths are open and which way air goes as far as that
 * is told: four springs in walking order over one gallery.
 */
export function CircuitDrawing({
  architecture,
  state,
  figures,
  narrow = false,
}: CircuitDrawingProps): ReactNode {
  const at = narrow ? NARROW : WIDE
  const passages = openPassages(architecture, state ?? AT_REST)
  const part = { architecture, passages, at }
  const words = circuitWords(passages, { told: state !== null, pumpOn: state?.pumpOn ?? false })
  return (
    <Drawing
      title="Circuit"
      says={words}
      width={at.width}
      height={architecture.reservoir ? at.height : at.heightBare}
    >
      <Blocks architecture={architecture} at={at} />
      <Springs {...part} />
      <Crosses {...part} />
      <CircuitPlant {...part} pumpOn={state?.pumpOn ?? false} />
      <Gallery {...part} words={figures.gallery} />
      {architecture.reservoir && <Reservoir {...part} words={figures.reservoir} />}
    </Drawing>
  )
}
