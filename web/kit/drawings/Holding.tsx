import type { Drawn, Support } from '@anklet/core/work/procedure'
import { starOrder } from '@anklet/core/work/procedure'
import { DRAWING_LABELS as WORDS } from '@anklet/language/work/drawings'
import type { ReactNode } from 'react'
import { Arrow, coilPath, Floor, Label, STROKE, Wheel } from './strokes.tsx'

/** A stand: three legs seen from the side, its head at a height. */
const standPath = (x: number, head: number, floor: number): string =>
  `M${x - 9} ${head}h18v8h-4l14 ${floor - head - 8}h-38l14 -${floor - head - 8}h-4z`

function SupportAt({ support }: { readonly support: Support }): ReactNode {
  switch (support) {
    case 'twoPost':
      return (
        <>
          <rect x="174" y="20" width="22" height="196" {...STROKE.beside} />
          <path d="M128 120h116v10h-116zM124 112h16v8h-16zM232 112h16v8h-16z" {...STROKE.meant} />
        </>
      )
    case 'platform':
      return (
        <>
          <path d="M96 156h180v10h-180z" {...STROKE.beside} />
          <path d="M110 166l150 50M260 166l-150 50" stroke="var(--steel-dark)" strokeWidth="4" />
          <path d="M118 112h24v44h-24zM232 112h24v44h-24z" {...STROKE.meant} />
        </>
      )
    case 'driveOn':
      return (
        <>
          <path d="M28 188h308v10h-308z" {...STROKE.beside} />
          <path d="M176 130h20v58h-20z" {...STROKE.beside} />
          <path d="M120 118h132v12h-132z" {...STROKE.meant} />
          <path d={`${standPath(116, 112, 188)}${standPath(256, 112, 188)}`} {...STROKE.meant} />
        </>
      )
    case 'stands':
      return <path d={`${standPath(130, 112, 216)}${standPath(244, 112, 216)}`} {...STROKE.meant} />
  }
}

const SUPPORT_LABELS = {
  twoPost: WORDS.arms,
  platform: WORDS.platform,
  driveOn: WORDS.beam,
  stands: WORDS.stands,
} as const

/** A raised car from the side, front to the left: what holds its body, and what holds a live axle. */
export function StandsDrawing({ support, axle }: Extract<Drawn, { of: 'stands' }>): ReactNode {
  const axleX = axle === 'front' ? 76 : 296
  const floor = support === 'driveOn' ? 188 : 216
  return (
    <>
      <path
        d="M24 112V78L70 66L108 34H236L286 66L344 74V112H326A30 30 0 0 0 266 112H106A30 30 0 0 0 46 112z"
        {...STROKE.beside}
      />
      <SupportAt support={support} />
      <Wheel x={76} y={134} r={25} />
      <Wheel x={296} y={134} r={25} />
      {axle && <path d={standPath(axleX, 138, floor)} {...STROKE.meant} />}
      <Floor y={216} />
      <Label x={186} y={100} anchor="middle" words={SUPPORT_LABELS[support]} strong />
      {axle && (
        <Label
          x={axle === 'front' ? 112 : 260}
          y={206}
          anchor={axle === 'front' ? 'start' : 'end'}
          words={WORDS.axleStands}
          strong
          to={[axle === 'front' ? 88 : 284, 190]}
        />
      )}
      <Label x={186} y={236} anchor="middle" words={WORDS.hangsFree} />
    </>
  )
}

/** A jack with a block of wood, its head at a height. */
function JackAt({ x, head }: { readonly x: number; readonly head: number }): ReactNode {
  return (
    <g>
      <rect x={x - 24} y={head} width="48" height="13" {...STROKE.meant} />
      <path
        d={`M${x - 10} ${head + 13}h20v${198 - head - 13}h-20zM${x - 40} 198h80v14h-80z`}
        {...STROKE.metal}
      />
    </g>
  )
}

function LiveAxle(): ReactNode {
  return (
    <>
      <path d="M30 22H330V38H30z" {...STROKE.beside} />
      {[92, 268].map((x) => (
        <path
          key={x}
          d={`M${x - 24} 46h48q10 20 2 34q10 12 -2 26h-48q-12 -14 -2 -26q-8 -14 2 -34z`}
          {...STROKE.air}
        />
      ))}
      <rect x="40" y="112" width="280" height="20" rx="8" {...STROKE.metal} />
      <rect x="12" y="80" width="26" height="86" rx="8" {...STROKE.rubber} />
      <rect x="322" y="80" width="26" height="86" rx="8" {...STROKE.rubber} />
      <JackAt x={180} head={134} />
      <Arrow from={[230, 146]} to={[230, 186]} />
      <Label x={240} y={196} words={WORDS.jack} strong />
      <Label x={180} y={106} anchor="middle" words={WORDS.axle} />
      <Floor y={213} />
    </>
  )
}

/** What stands on an arm, from the wheel to the body. */
function OnArm({ holds }: { readonly holds: 'coil' | 'spring' | 'shock' | 'strut' }): ReactNode {
  switch (holds) {
    case 'coil':
      return (
        <path
          d={coilPath(170, 44, 134, 26, 5)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="5"
          strokeLinecap="round"
        />
      )
    case 'spring':
      return (
        <path
          d="M142 44h56q12 26 2 46q10 20 -4 40h-52q-14 -20 -4 -40q-10 -20 2 -46z"
          {...STROKE.air}
        />
      )
    case 'shock':
      return <path d="M154 44h32v44h-32zM164 88h12v46h-12z" {...STROKE.metal} />
    case 'strut':
      return (
        <>
          <path
            d="M228 42h44q12 22 2 40q8 12 -2 22h-44q-12 -12 -4 -24q-6 -20 4 -38z"
            {...STROKE.air}
          />
          <path d="M242 104h16v30h-16z" {...STROKE.metal} />
          <path d="M232 130h56v44h-56z" {...STROKE.metal} />
        </>
      )
  }
}

/** What is held before it is loosened, and by what. */
export function JackDrawing({ holds }: Extract<Drawn, { of: 'jack' }>): ReactNode {
  if (holds === 'axle') return <LiveAxle />
  return (
    <>
      <path d="M20 24H330V40H20z" {...STROKE.beside} />
      <circle cx="42" cy="140" r="9" {...STROKE.metal} />
      <path d="M42 132L292 134V152L42 150z" {...STROKE.metal} />
      <OnArm holds={holds} />
      <rect x="296" y="92" width="30" height="92" rx="8" {...STROKE.rubber} />
      <JackAt x={holds === 'strut' ? 180 : 170} head={152} />
      {holds === 'strut' && (
        <Label x={222} y={122} anchor="end" words={WORDS.knuckle} to={[236, 140]} />
      )}
      <Label x={72} y={126} words={WORDS.arm} />
      <Label
        x={holds === 'strut' ? 206 : 132}
        y={82}
        anchor="end"
        words={WORDS[holds]}
        to={holds === 'strut' ? [230, 78] : [146, 78]}
      />
      <Label x={holds === 'strut' ? 246 : 216} y={206} words={WORDS.jack} strong />
      <Floor y={213} />
    </>
  )
}

/** The end of a coil in its stop, between isolators. */
export function CoilEndDrawing(): ReactNode {
  return (
    <>
      <path d="M40 22H220V34H40z" {...STROKE.beside} />
      <rect x="62" y="34" width="136" height="12" rx="6" {...STROKE.rubber} />
      <path
        d="M74 58L186 74M74 96L186 78M74 96L186 112M74 134L186 116M74 134L186 150M74 168L186 154M74 168H176"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="9"
        strokeLinecap="round"
      />
      <path
        d="M74 58L186 74M74 96L186 112M74 134L186 150M74 168H176"
        fill="none"
        stroke="var(--steel)"
        strokeWidth="5"
        strokeLinecap="round"
      />
      <path d="M182 156h14v24h-14z" {...STROKE.meant} />
      <rect x="54" y="180" width="152" height="13" rx="6" {...STROKE.rubber} />
      <path d="M36 193H224V214H36z" {...STROKE.metal} />
      <Label x={246} y={166} words={WORDS.wireEnd} to={[176, 166]} />
      <Label x={246} y={186} words={WORDS.stop} strong to={[196, 176]} from={[242, 180]} />
      <Label x={246} y={44} words={WORDS.isolator} to={[196, 40]} />
      <Label x={246} y={206} words={WORDS.isolator} to={[204, 188]} from={[242, 200]} />
      <Label x={246} y={96} words={WORDS.endUp} />
    </>
  )
}

const DRAWN_WHERE_UNKNOWN = 5

/** The nuts of a wheel with the order they are tightened in. */
export function StarDrawing({ nuts }: Extract<Drawn, { of: 'star' }>): ReactNode {
  const count = nuts ?? DRAWN_WHERE_UNKNOWN
  const at = (place: number): readonly [number, number] => {
    const angle = (place / count) * 2 * Math.PI - Math.PI / 2
    return [122 + 62 * Math.cos(angle), 120 + 62 * Math.sin(angle)]
  }
  const order = starOrder(count)
  return (
    <>
      <circle cx="122" cy="120" r="108" {...STROKE.rubber} />
      <circle cx="122" cy="120" r="88" {...STROKE.beside} />
      <circle cx="122" cy="120" r="20" {...STROKE.metal} />
      <path
        d={order.map((place, i) => `${i === 0 ? 'M' : 'L'}${at(place).join(' ')}`).join('')}
        fill="none"
        stroke="var(--steel-dark)"
        strokeWidth="1.4"
        strokeDasharray="4 4"
      />
      {order.map((place, i) => {
        const [x, y] = at(place)
        return (
          <g key={place} data-turn={i + 1}>
            <circle cx={x} cy={y} r="15" {...STROKE.meant} />
            <text
              x={x}
              y={y + 5.5}
              textAnchor="middle"
              fontSize="16"
              fontWeight="700"
              fill="var(--on-chalk)"
            >
              {i + 1}
            </text>
          </g>
        )
      })}
      <Label x={244} y={110} words={WORDS.across} strong />
      {nuts === null && <Label x={244} y={140} words={WORDS.tooMany} />}
    </>
  )
}
