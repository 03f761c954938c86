import type { Drawn } from '@anklet/core/work/procedure'
import type { LineJoint } from '@anklet/core/base/vehicle'
import { DRAWING_LABELS as WORDS } from '@anklet/language/work/drawings'
import type { ReactNode } from 'react'
import { Arrow, Label, STROKE, Verdict } from './strokes.tsx'

function PushedIn(): ReactNode {
  return (
    <>
      <path d="M20 40h78v22h-78z" {...STROKE.air} />
      <Verdict x={30} y={90} right words={WORDS.cutSquare} />
      <path d="M200 40h70l12 22h-82z" {...STROKE.air} />
      <path d="M266 34l22 34" {...STROKE.wrong} />
      <Verdict x={230} y={90} right={false} words={WORDS.notSlanted} />
      <path d="M170 130h76v74h-76z" {...STROKE.metal} />
      <path d="M150 144h20v46h-20z" {...STROKE.metal} />
      <path d="M20 154h196v26h-196z" {...STROKE.air} />
      <path d="M148 150v34" stroke="var(--ink)" strokeWidth="7" />
      <path d="M148 150v34" stroke="var(--chalk)" strokeWidth="4" />
      <path d="M216 148v38" stroke="var(--ink)" strokeWidth="3" />
      <Arrow from={[30, 206]} to={[78, 206]} />
      <Label x={84} y={210} words={WORDS.depthMark} to={[147, 186]} from={[140, 202]} />
      <Label
        x={110}
        y={130}
        anchor="middle"
        words={WORDS.collar}
        to={[148, 148]}
        from={[120, 134]}
      />
      <Arrow from={[312, 167]} to={[340, 167]} />
      <Label x={254} y={148} words={WORDS.pullTest} />
    </>
  )
}

function Screwed(): ReactNode {
  return (
    <>
      <path d="M14 104h160v32h-160z" {...STROKE.air} />
      <path d="M236 76h110v88h-110zM236 100h-26v40h26z" {...STROKE.metal} />
      <path d="M62 84h58v72h-58zM62 108h58M62 132h58" {...STROKE.metal} />
      <ellipse cx="154" cy="120" rx="11" ry="25" {...STROKE.meant} />
      <Arrow from={[128, 62]} to={[196, 62]} />
      <Label x={70} y={74} words={WORDS.nut} to={[90, 84]} from={[82, 78]} />
      <Label x={120} y={190} words={WORDS.olive} to={[154, 146]} from={[160, 178]} />
      <Label x={204} y={66} words={WORDS.byHandFirst} strong />
    </>
  )
}

/** O-ring, spacer, O-ring on a neck, from its end inward. */
function RingsOn({ y, turn }: { readonly y: number; readonly turn: boolean }): ReactNode {
  return (
    <>
      <path d={`M20 ${y - 16}h236v32h-236z`} {...STROKE.metal} />
      <path d={`M20 ${y - 30}h50v60h-50z`} {...STROKE.metal} />
      {[
        [110, 'ring'],
        [156, 'spacer'],
        [202, 'ring'],
      ].map(([x, kind]) =>
        kind === 'ring' ? (
          <rect
            key={x}
            x={Number(x) - 8}
            y={y - 25}
            width="16"
            height="50"
            rx="8"
            fill="var(--ink)"
            stroke="var(--chalk)"
            strokeWidth="2.4"
          />
        ) : (
          <rect key={x} x={Number(x) - 12} y={y - 22} width="24" height="44" {...STROKE.meant} />
        ),
      )}
      <Label
        x={96}
        y={y + 62}
        anchor="middle"
        words={WORDS.oRing}
        to={[110, y + 24]}
        from={[100, y + 48]}
      />
      <Label
        x={156}
        y={y - 50}
        anchor="middle"
        words={WORDS.spacer}
        to={[156, y - 22]}
        from={[156, y - 46]}
      />
      <Label
        x={214}
        y={y + 62}
        anchor="middle"
        words={WORDS.oRing}
        to={[202, y + 24]}
        from={[210, y + 48]}
      />
      {turn && (
        <>
          <path
            d={`M292 ${y - 34}a34 34 0 0 1 24 58`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.4"
          />
          <path d={`M310 ${y + 30}l14 -2l-8 -12z`} fill="var(--ink)" />
          <Label x={264} y={y - 44} words={WORDS.quarterTurn} strong />
          <Label x={264} y={y + 62} words={WORDS.clipHolds} />
        </>
      )}
    </>
  )
}

/** The order of rings on the neck of a strut. */
export const RingsDrawing = (): ReactNode => <RingsOn y={120} turn={false} />

function Unknown(): ReactNode {
  return (
    <>
      <g transform="translate(0 6) scale(0.62)">
        <path d="M170 30h76v74h-76zM150 44h20v46h-20z" {...STROKE.metal} />
        <path d="M20 54h196v26h-196z" {...STROKE.air} />
        <path d="M148 50v34" stroke="var(--ink)" strokeWidth="6" />
      </g>
      <Label x={176} y={52} words={WORDS.pushedIn} strong />
      <g transform="translate(0 50) scale(0.62)">
        <path d="M14 104h160v32h-160z" {...STROKE.air} />
        <path d="M62 84h58v72h-58z" {...STROKE.metal} />
        <ellipse cx="154" cy="120" rx="11" ry="25" {...STROKE.meant} />
      </g>
      <Label x={176} y={128} words={WORDS.screwed} strong />
      <g transform="translate(0 118) scale(0.62)">
        <path d="M20 104h236v32h-236z" {...STROKE.metal} />
        <rect x="102" y="95" width="16" height="50" rx="8" fill="var(--ink)" />
        <rect x="144" y="98" width="24" height="44" {...STROKE.meant} />
        <rect x="194" y="95" width="16" height="50" rx="8" fill="var(--ink)" />
      </g>
      <Label x={176} y={196} words={WORDS.turned} strong />
      <Label x={348} y={22} anchor="end" words={WORDS.orElse} />
    </>
  )
}

const JOINTS: Readonly<Record<LineJoint, () => ReactNode>> = {
  pushIn: PushedIn,
  screwed: Screwed,
  quarterTurn: () => <RingsOn y={120} turn />,
}

/** How a line is joined; all three ways where nobody entered which. */
export function JointDrawing({ joint }: Extract<Drawn, { of: 'joint' }>): ReactNode {
  const Joint = joint ? JOINTS[joint] : Unknown
  return <Joint />
}

const MOST_PORTS = 6
const LONGEST = 24

const cut = (words: string): string =>
  words.length > LONGEST ? `${words.slice(0, LONGEST - 1)}…` : words

/** A pump with its ports: the mark at each, and where its line goes. */
export function PortsDrawing({ ports }: Extract<Drawn, { of: 'ports' }>): ReactNode {
  const shown = (ports ?? [null, null]).slice(0, MOST_PORTS)
  const step = 176 / shown.length
  return (
    <>
      <rect x="16" y="24" width="96" height="192" rx="14" {...STROKE.metal} />
      <path d="M30 52h68M30 64h68M30 76h68" stroke="var(--ink)" strokeWidth="1.4" />
      <Label x={64} y={130} anchor="middle" words={WORDS.pump} strong />
      {(ports?.length ?? 0) > MOST_PORTS && (
        <Label
          x={180}
          y={234}
          words={`${(ports?.length ?? 0) - MOST_PORTS} ${WORDS.moreNotDrawn}`}
        />
      )}
      {shown.map((port, i) => {
        const y = 32 + step * (i + 0.5)
        return (
          <g key={`${port?.mark ?? 'unknown'}${String(i)}`} data-port={port?.mark ?? ''}>
            <rect x="112" y={y - 9} width="20" height="18" {...STROKE.meant} />
            <path d={`M132 ${y}h40`} stroke="var(--air)" strokeWidth="6" />
            <text
              x="122"
              y={y + 5}
              textAnchor="middle"
              fontSize="12"
              fontWeight="700"
              fill="var(--on-chalk)"
            >
              {port ? '' : i + 1}
            </text>
            {port ? (
              <>
                <Label x={180} y={y - 1} words={cut(port.mark)} strong />
                <Label x={180} y={y + 14} words={cut(port.line)} />
              </>
            ) : (
              <Label x={180} y={y - 2} words={WORDS.notMarked} />
            )}
          </g>
        )
      })}
    </>
  )
}
