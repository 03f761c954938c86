import type { Drawn } from '@anklet/core/work/procedure'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { DRAWING_LABELS as WORDS } from '@anklet/language/work/drawings'
import type { ReactNode } from 'react'
import { Arrow, Floor, Label, STROKE, TapeRule, Wheel } from './strokes.tsx'

/** A wheel in its arch, from the side. */
function ArchAndWheel(): ReactNode {
  return (
    <g>
      <path d="M14 34V150H48A82 82 0 0 1 212 150H346V34" {...STROKE.beside} />
      <Wheel x={130} y={164} r={54} />
      <Floor y={219} />
    </g>
  )
}

/** An axle under the body with its bracket, from behind. */
function AxleAndBracket({ apart }: { readonly apart: boolean }): ReactNode {
  return (
    <g>
      <path d="M30 40H330V72H30z" {...STROKE.beside} />
      <path d="M150 72h60l-8 22h-44z" {...STROKE.metal} />
      <rect x="46" y="170" width="268" height="22" rx="8" {...STROKE.metal} />
      <rect x="16" y="132" width="26" height="84" rx="8" {...STROKE.rubber} />
      <rect x="318" y="132" width="26" height="84" rx="8" {...STROKE.rubber} />
      {apart && <rect x="228" y="72" width="30" height="98" {...STROKE.meant} />}
      <Label x={36} y={60} words={WORDS.body} />
    </g>
  )
}

const wanted = (
  { lowerMm, nominalMm, upperMm }: { lowerMm: number; nominalMm: number; upperMm: number },
  units: DisplayUnits,
): readonly string[] => {
  const mm = (value: number): string => formatQuantity(value, 'height', units)
  return [`${mm(nominalMm)} ${UNIT_LABEL[units.length]}`, `${mm(lowerMm)} to ${mm(upperMm)}`]
}

/** Where the tape goes; or the distance that body and axle are held at. */
export function TapeDrawing({
  method,
  apart,
  units,
}: Extract<Drawn, { of: 'tape' }> & { readonly units: DisplayUnits }): ReactNode {
  const figure = apart && wanted(apart, units)
  switch (method) {
    case 'wheelCentreToArch':
      return (
        <>
          <ArchAndWheel />
          <TapeRule x={130} top={69} bottom={164} />
          <Label x={240} y={84} words={WORDS.archEdge} to={[146, 69]} />
          <Label x={240} y={190} words={WORDS.wheelCentre} to={[146, 164]} />
          <Label x={240} y={128} words={figure ?? WORDS.straightUp} strong />
        </>
      )
    case 'axleToBracket':
      return (
        <>
          <AxleAndBracket apart={apart !== null} />
          <TapeRule x={180} top={94} bottom={170} />
          <Label
            x={110}
            y={112}
            anchor="middle"
            words={WORDS.bracket}
            to={[160, 84]}
            from={[120, 98]}
          />
          <Label x={150} y={216} words={WORDS.axle} to={[140, 190]} from={[152, 204]} />
          {figure && <Label x={164} y={140} anchor="end" words={figure} strong />}
          {apart && <Label x={264} y={100} words={WORDS.block} />}
        </>
      )
    case 'sillToFloor':
      return (
        <>
          <ArchAndWheel />
          <TapeRule x={252} top={150} bottom={219} />
          <Label x={272} y={142} words={WORDS.sill} to={[262, 150]} />
          <Label x={274} y={210} words={WORDS.floor} to={[262, 219]} />
          <Label x={274} y={182} words={figure ?? WORDS.straightUp} strong />
        </>
      )
  }
}

/** A sensor in its slot, and the pin that holds it there while it is tightened. */
export function SensorSlotDrawing({
  pinMm,
  pinned,
  units,
}: Extract<Drawn, { of: 'sensorSlot' }> & { readonly units: DisplayUnits }): ReactNode {
  const size =
    pinMm === null
      ? WORDS.notEntered
      : [`${formatQuantity(pinMm, 'height', units, 1)} ${UNIT_LABEL[units.length]}`]
  return (
    <>
      <path d="M40 30H300V150H40z" {...STROKE.beside} />
      <rect x="70" y="84" width="200" height="18" rx="9" {...STROKE.leader} fill="var(--paper)" />
      <rect x="112" y="58" width="104" height="70" rx="10" {...STROKE.metal} />
      <circle cx="132" cy="93" r="7" {...STROKE.beside} />
      <circle cx="196" cy="93" r="7" {...STROKE.beside} />
      <Arrow from={[96, 70]} to={[58, 70]} />
      <Arrow from={[232, 70]} to={[270, 70]} />
      <path d="M164 128V196H250" fill="none" stroke="var(--ink)" strokeWidth="9" />
      <path d="M164 128V196H250" fill="none" stroke="var(--steel)" strokeWidth="5" />
      {pinned ? (
        <path d="M158 22h12v52l-6 10l-6 -10z" {...STROKE.meant} />
      ) : (
        <circle cx="164" cy="74" r="6" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2" />
      )}
      <Label
        x={232}
        y={48}
        words={pinned ? [WORDS.sensorPin, ...size] : WORDS.pinOut}
        to={[172, 46]}
      />
      <Label x={60} y={128} words={WORDS.slot} to={[86, 101]} from={[72, 116]} />
      <Label x={258} y={200} words={WORDS.sensorArm} />
    </>
  )
}
