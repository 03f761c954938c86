import type { ModuleState } from '@anklet/contract'
import type { Architecture, Corner } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, hasAirAtCorner, WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { openWords } from '@anklet/language/shop/devices'

interface CircuitProps {
  readonly architecture: Architecture
  readonly state: ModuleState | null
  /** Written at the gallery, with its unit; null where no sensor sits there. */
  readonly gallery: string | null
}

const W = 560
const H = 268
const RAIL_Y = 150
const X: Readonly<Record<Corner, number>> = { FL: 216, FR: 304, RR: 392, RL: 480 }
const SPRING_Y = 34
const VALVE_Y = 108

// A passage: thick and in the colour of air where air can pass, thin and broken at its valve where
// it cannot.
function Path({ d, open }: { readonly d: string; readonly open: boolean }): ReactNode {
  return (
    <path
      d={d}
      fill="none"
      stroke={open ? 'var(--air)' : 'var(--steel-dark)'}
      strokeWidth={open ? 5 : 1.6}
      strokeLinecap="round"
    />
  )
}

// Ours: a shut valve is a bar across a broken line, an open one two posts beside a whole line.
function Valve({
  x,
  y,
  open,
  name,
}: {
  readonly x: number
  readonly y: number
  readonly open: boolean
  readonly name: string
}): ReactNode {
  return (
    <g>
      {open ? (
        <path
          d={`M${x - 9} ${y - 8}v16M${x + 9} ${y - 8}v16`}
          stroke="var(--air)"
          strokeWidth="2.6"
        />
      ) : (
        <>
          <rect x={x - 11} y={y - 8} width="22" height="16" fill="var(--paper)" />
          <path d={`M${x - 11} ${y}h22`} stroke="var(--ink-2)" strokeWidth="3" />
        </>
      )}
      <title>{`${name}: ${open ? 'open' : 'shut'}`}</title>
    </g>
  )
}

function Spring({
  corner,
  filling,
  emptying,
}: {
  readonly corner: Corner
  readonly filling: boolean
  readonly emptying: boolean
}): ReactNode {
  const x = X[corner]
  return (
    <g>
      <path
        d={`M${x - 20} ${SPRING_Y - 16}h40q9 8 0 16q9 8 0 16h-40q-9 -8 0 -16q-9 -8 0 -16z`}
        fill={filling || emptying ? 'var(--air-soft)' : 'var(--sheet)'}
        stroke="var(--ink)"
        strokeWidth="1.8"
      />
      {(filling || emptying) && (
        <path
          d={filling ? `M${x} ${SPRING_Y - 9}l7 10h-14z` : `M${x} ${SPRING_Y + 9}l7 -10h-14z`}
          fill="var(--air)"
        />
      )}
      <text x={x} y={12} textAnchor="middle" fontSize="14" fontWeight="680" fill="var(--ink)">
        {corner}
      </text>
    </g>
  )
}

function Box({
  x,
  y,
  width,
  words,
  on = false,
}: {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly words: string
  readonly on?: boolean
}): ReactNode {
  return (
    <g>
      <rect
        x={x}
        y={y}
        width={width}
        height="34"
        rx="4"
        fill={on ? 'var(--air)' : 'var(--sheet)'}
        stroke={on ? 'var(--air)' : 'var(--ink)'}
        strokeWidth="1.6"
      />
      <text
        x={x + width / 2}
        y={y + 22}
        textAnchor="middle"
        fontSize="13"
        fontWeight="600"
        fill={on ? 'var(--paper)' : 'var(--ink)'}
      >
        {words}
      </text>
    </g>
  )
}

function Springs({
  architecture,
  open,
  raising,
}: {
  readonly architecture: Architecture
  readonly open: ReadonlySet<string>
  readonly raising: boolean
}): ReactNode {
  return WALK.map((corner) => {
    if (!hasAirAtCorner(architecture, corner))
      return (
        <text
          key={corner}
          x={X[corner]}
          y={SPRING_Y + 4}
          textAnchor="middle"
          fontSize="12"
          fill="var(--ink-3)"
        >
          coil
        </text>
      )
    const isOpen = open.has(corner)
    return (
      <g key={corner}>
        <Path d={`M${X[corner]} ${SPRING_Y + 17}V${RAIL_Y}`} open={isOpen} />
        <Valve x={X[corner]} y={VALVE_Y} open={isOpen} name={`Valve ${corner}`} />
        <Spring corner={corner} filling={isOpen && raising} emptying={isOpen && !raising} />
      </g>
    )
  })
}

function Crosses({
  architecture: { crossValve },
  open,
}: {
  readonly architecture: Architecture
  readonly open: ReadonlySet<string>
}): ReactNode {
  return (['front', 'rear'] as const).map((axle) => {
    if (!crossValve[axle]) return null
    const [a, b] = AXLE_CORNERS[axle].map((corner) => X[corner]) as [number, number]
    const isOpen = open.has(axle === 'front' ? 'crossFront' : 'crossRear')
    return (
      <g key={axle}>
        <Path d={`M${a} 74H${b}`} open={isOpen} />
        <Valve x={(a + b) / 2} y={74} open={isOpen} name={`Cross valve ${axle}`} />
      </g>
    )
  })
}

/**
 * How the air of this vehicle is laid out, which path is open and where air flows: four springs in
 * walking order over one gallery.
 */
export function Circuit({ architecture, state, gallery }: CircuitProps): ReactNode {
  const open = new Set<string>(state?.open ?? [])
  const pump = state?.pumpOn ?? false
  const closed = architecture.layout === 'closed'
  const raising =
    pump && state?.mode !== 'lowering' && state?.mode !== 'settling'
      ? true
      : open.has('reservoir') && !open.has('exhaust')
  const words = state
    ? `${pump ? 'pump runs' : 'pump rests'}, ${openWords(state.open)}`
    : 'nothing told yet'
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="w-full max-w-[600px]"
      role="img"
      aria-label={`Circuit: ${words}`}
    >
      <Springs architecture={architecture} open={open} raising={raising} />
      <Crosses architecture={architecture} open={open} />
      <Path d={`M124 ${RAIL_Y}H500`} open={pump || open.size > 0} />
      <Path d={`M84 ${RAIL_Y}H124`} open={pump} />
      <Box x={12} y={RAIL_Y - 17} width={74} words="pump" on={pump} />
      {closed ? (
        <>
          <Path d={`M49 ${RAIL_Y + 17}V${230}H214`} open={pump} />
          <text x={56} y={RAIL_Y + 62} fontSize="11.5" fill="var(--ink-3)">
            out of and into the reservoir
          </text>
        </>
      ) : (
        <>
          <Path d={`M124 ${RAIL_Y}V${206}`} open={open.has('exhaust') || pump} />
          <Box x={92} y={RAIL_Y + 22} width={64} words="dryer" />
          <Path d={`M124 ${206}V${240}`} open={open.has('exhaust')} />
          <Valve x={124} y={222} open={open.has('exhaust')} name="Exhaust" />
          <text x={124} y={260} textAnchor="middle" fontSize="12" fill="var(--ink-2)">
            open air
          </text>
        </>
      )}
      {architecture.reservoir && (
        <>
          <Path d={`M260 ${RAIL_Y}V${214}`} open={open.has('reservoir')} />
          <Valve x={260} y={186} open={open.has('reservoir')} name="Reservoir valve" />
          <rect
            x={214}
            y={214}
            width={96}
            height={32}
            rx={16}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.6"
          />
          <text
            x={262}
            y={234}
            textAnchor="middle"
            fontSize="13"
            fontWeight="600"
            fill="var(--ink)"
          >
            reservoir
          </text>
        </>
      )}
      <text x={346} y={RAIL_Y + 24} fontSize="12.5" fill="var(--ink-2)">
        gallery{gallery === null ? ', no pressure sensor' : ''}
      </text>
      {gallery !== null && (
        <text x={346} y={RAIL_Y + 52} fontSize="24" fontWeight="680" fill="var(--ink)">
          {gallery}
        </text>
      )}
      {gallery !== null && (
        <text x={346} y={RAIL_Y + 70} fontSize="11.5" fill="var(--ink-3)">
          says nothing of a spring
          <tspan x={346} dy="14">
            behind a shut valve
          </tspan>
        </text>
      )}
    </svg>
  )
}
