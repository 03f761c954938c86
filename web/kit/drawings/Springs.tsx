import type { Drawn } from '@anklet/core/work/procedure'
import type { Hold } from '@anklet/core/base/vehicle'
import { DRAWING_LABELS as WORDS, HOLD_LABELS } from '@anklet/language/work/drawings'
import type { ReactNode } from 'react'
import { Arrow, Label, STROKE, Verdict } from './strokes.tsx'

/** A sleeve over its piston, about a middle line: even, or folded in on its left side. */
function Sleeve({ x, buckled }: { readonly x: number; readonly buckled: boolean }): ReactNode {
  const left = buckled
    ? `C${x - 60} 84 ${x - 8} 92 ${x - 30} 112C${x - 74} 124 ${x - 62} 150 ${x - 38} 146`
    : `C${x - 52} 84 ${x - 56} 104 ${x - 54} 128C${x - 52} 150 ${x - 36} 150 ${x - 33} 132`
  return (
    <g>
      <path
        d={
          `M${x - 40} 56${left}L${x - 28} 104H${x + 28}L${x + 33} 132` +
          `C${x + 36} 150 ${x + 52} 150 ${x + 54} 128C${x + 56} 104 ${x + 52} 84 ${x + 40} 56z`
        }
        {...STROKE.air}
        strokeWidth="4"
      />
      <rect x={x - 46} y="44" width="92" height="13" rx="3" {...STROKE.metal} />
      <path d={`M${x - 28} 104h56l10 74h-76z`} {...STROKE.metal} />
      {buckled && <path d={`M${x - 58} 84q34 12 30 26q-36 10 -34 30`} {...STROKE.wrong} />}
    </g>
  )
}

/** A flat hand at the side of a sleeve, fingers up. */
const FlatHand = (): ReactNode => (
  <path
    d="M22 190l10 -46l-2 -54q1 -7 7 -6l3 2v-8q2 -6 7 -5q3 1 3 5l2 50l-4 28l-8 38z"
    {...STROKE.meant}
  />
)

/** A fold that lies right, and one that buckled. */
export function FoldsDrawing({ on, steadied }: Extract<Drawn, { of: 'folds' }>): ReactNode {
  return (
    <>
      {[100, 268].map((x) =>
        on === 'damper' ? (
          <rect key={x} x={x - 8} y="178" width="16" height="34" {...STROKE.metal} />
        ) : (
          <rect key={x} x={x - 62} y="178" width="124" height="14" {...STROKE.beside} />
        ),
      )}
      <Sleeve x={100} buckled={false} />
      <Sleeve x={268} buckled />
      <Verdict x={80} y={230} right words={WORDS.right} />
      <Verdict x={238} y={230} right={false} words={WORDS.buckled} />
      {steadied ? (
        <>
          <FlatHand />
          <Label x={6} y={64} words={WORDS.flatHand} to={[40, 90]} from={[30, 68]} />
          <Label x={60} y={20} words={WORDS.noFingers} />
        </>
      ) : (
        <Label x={8} y={20} words={WORDS.evenFold} to={[50, 128]} from={[24, 38]} />
      )}
      <Label
        x={196}
        y={84}
        anchor="middle"
        words={WORDS.foldedIn}
        to={[232, 110]}
        from={[206, 88]}
      />
      <Label x={100} y={162} anchor="middle" words={WORDS.piston} />
    </>
  )
}

/** The three stops of a valve in the end of its spring. */
export function SpringValveDrawing({ stop }: Extract<Drawn, { of: 'springValve' }>): ReactNode {
  return ([1, 2, 3] as const).map((at) => {
    const x = 62 + (at - 1) * 118
    const out = (at - 1) * 26 + (at === 3 ? 12 : 0)
    return (
      <g key={at} data-stop={at} data-meant={at === stop}>
        {at === stop && (
          <rect
            x={x - 56}
            y="10"
            width="112"
            height="222"
            rx="8"
            fill="var(--chalk-soft)"
            stroke="var(--ink)"
            strokeWidth="1.6"
          />
        )}
        <path d={`M${x - 46} 130h92v44q-46 14 -92 0z`} {...STROKE.air} />
        <path d={`M${x - 46} 116h32v28h28v-28h32v14h-92z`} {...STROKE.metal} />
        <path
          d={`M${x - 12} ${142 - out}v-34h-8v-12h40v12h-8v34z`}
          {...(at === stop ? STROKE.meant : STROKE.metal)}
        />
        <path
          d={`M${x - 12} ${126 - out}h24M${x - 12} ${134 - out}h24`}
          stroke="var(--ink)"
          strokeWidth="2"
        />
        {at === 2 && (
          <>
            <Arrow from={[x - 20, 104]} to={[x - 44, 84]} air />
            <Arrow from={[x + 20, 104]} to={[x + 44, 84]} air />
          </>
        )}
        {at === 3 && <Arrow from={[x, 52]} to={[x, 26]} />}
        <Label x={x} y={200} anchor="middle" words={WORDS.stops[at - 1]!} strong />
        <Label x={x} y={220} anchor="middle" words={WORDS.stopsMore[at - 1]!} />
      </g>
    )
  })
}

/** What holds one end of a spring, drawn about a neck at a height. */
function HoldAt({ hold, y }: { readonly hold: Hold | null; readonly y: number }): ReactNode {
  switch (hold) {
    case 'clips':
      return (
        <path
          d={`M92 ${y - 12}h-22v24h22v-7h-14v-10h14zM148 ${y - 12}h22v24h-22v-7h14v-10h-14z`}
          {...STROKE.meant}
        />
      )
    case 'horseshoe':
      return <path d={`M66 ${y - 6}h92q12 6 0 12h-92z`} {...STROKE.meant} />
    case 'click':
      return <path d={`M98 ${y - 8}l-12 8l12 8zM142 ${y - 8}l12 8l-12 8z`} {...STROKE.meant} />
    case 'twist':
      return (
        <g>
          <path d={`M86 ${y + 10}q34 16 68 0`} fill="none" stroke="var(--ink)" strokeWidth="2.4" />
          <path d={`M154 ${y + 10}l-12 -2l5 11z`} fill="var(--ink)" />
          <rect x="92" y={y - 6} width="56" height="10" {...STROKE.meant} />
        </g>
      )
    case 'bolts':
      return (
        <path
          d={`M84 ${y - 12}h16v8h-4v18h-8v-18h-4zM140 ${y - 12}h16v8h-4v18h-8v-18h-4z`}
          {...STROKE.meant}
        />
      )
    case null:
      return <Label x={120} y={y + 5} anchor="middle" words="?" strong />
  }
}

/** A spring between body and axle, and what holds each end. */
export function HeldDrawing({ top, bottom, ends }: Extract<Drawn, { of: 'held' }>): ReactNode {
  const words = (hold: Hold | null): string | readonly string[] =>
    hold ? HOLD_LABELS[hold] : WORDS.notEntered
  return (
    <>
      <path d="M30 20H210V36H30z" {...STROKE.beside} />
      <path d="M30 204H210V220H30z" {...STROKE.metal} />
      <rect x="100" y="36" width="40" height="34" {...STROKE.metal} />
      <rect x="100" y="170" width="40" height="34" {...STROKE.metal} />
      <path
        d="M80 70h80q14 24 8 50q-4 14 -22 12l6 38h-64l6 -38q-18 2 -22 -12q-6 -26 8 -50z"
        {...STROKE.air}
        strokeWidth="3"
      />
      {ends !== 'bottom' && (
        <g data-end="top">
          <HoldAt hold={top} y={52} />
          <Label x={232} y={40} words={WORDS.top} strong />
          <Label x={232} y={56} words={words(top)} to={[168, 52]} from={[228, 50]} />
        </g>
      )}
      {ends !== 'top' && (
        <g data-end="bottom">
          <HoldAt hold={bottom} y={187} />
          <Label x={232} y={176} words={WORDS.bottom} strong />
          <Label x={232} y={192} words={words(bottom)} to={[168, 187]} from={[228, 187]} />
        </g>
      )}
    </>
  )
}

/** The top of a strut from above: studs, mark, pin and arrow. */
export function StudsDrawing({ pin, arrow }: Extract<Drawn, { of: 'studs' }>): ReactNode {
  const studs = [-90, 30, 150].map((degrees) => {
    const angle = (degrees * Math.PI) / 180
    return [130 + 66 * Math.cos(angle), 122 + 66 * Math.sin(angle)] as const
  })
  return (
    <>
      <circle cx="130" cy="122" r="96" {...STROKE.beside} />
      <circle cx="130" cy="122" r="30" {...STROKE.metal} />
      <circle cx="130" cy="122" r="12" {...STROKE.beside} />
      {studs.map(([x, y]) => (
        <g key={`${x}`}>
          <circle cx={x} cy={y} r="11" {...STROKE.metal} />
          <circle cx={x} cy={y} r="5" fill="var(--ink)" />
        </g>
      ))}
      <path d="M122 14h16l-3 24h-10z" {...STROKE.meant} />
      <Label x={240} y={36} words={WORDS.mark} to={[136, 28]} />
      <Label x={240} y={72} words={WORDS.stud} to={[142, 58]} />
      {pin !== false && (
        <>
          <circle
            cx="130"
            cy="184"
            r="6"
            {...STROKE.edge}
            fill="var(--chalk)"
            strokeDasharray={pin ? undefined : '3 3'}
          />
          <Label x={240} y={196} words={pin ? WORDS.pin : WORDS.pinMaybe} to={[137, 185]} />
        </>
      )}
      {arrow && (
        <>
          <path d="M160 122h26v-8l16 14l-16 14v-8h-26z" {...STROKE.meant} />
          <Label x={240} y={128} words={WORDS.arrow} to={[204, 128]} />
        </>
      )}
      <Label x={240} y={224} words={WORDS.seenFromAbove} />
    </>
  )
}
