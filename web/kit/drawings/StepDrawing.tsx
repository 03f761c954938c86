import type { Drawn } from '@anklet/core/work/procedure'
import type { DisplayUnits } from '@anklet/core/base/units'
import { drawnWords } from '@anklet/language/work/drawings'
import type { ReactNode } from 'react'
import { Drawing } from './Drawing.tsx'
import { CoilEndDrawing, JackDrawing, StandsDrawing, StarDrawing } from './Holding.tsx'
import { JointDrawing, PortsDrawing, RingsDrawing } from './Lines.tsx'
import { SensorSlotDrawing, TapeDrawing } from './Measuring.tsx'
import { FoldsDrawing, HeldDrawing, SpringValveDrawing, StudsDrawing } from './Springs.tsx'

interface StepDrawingProps {
  readonly drawn: Drawn
  readonly units: DisplayUnits
}

function Lines({ drawn, units }: StepDrawingProps): ReactNode {
  switch (drawn.of) {
    case 'tape':
      return <TapeDrawing {...drawn} units={units} />
    case 'folds':
      return <FoldsDrawing {...drawn} />
    case 'springValve':
      return <SpringValveDrawing {...drawn} />
    case 'joint':
      return <JointDrawing {...drawn} />
    case 'rings':
      return <RingsDrawing />
    case 'studs':
      return <StudsDrawing {...drawn} />
    case 'coilEnd':
      return <CoilEndDrawing />
    case 'stands':
      return <StandsDrawing {...drawn} />
    case 'star':
      return <StarDrawing {...drawn} />
    case 'ports':
      return <PortsDrawing {...drawn} />
    case 'sensorSlot':
      return <SensorSlotDrawing {...drawn} units={units} />
    case 'held':
      return <HeldDrawing {...drawn} />
    case 'jack':
      return <JackDrawing {...drawn} />
  }
}

/** What a step means for its car, in a line drawing. */
export function StepDrawing({ drawn, units }: StepDrawingProps): ReactNode {
  return (
    <Drawing {...drawnWords(drawn, units)}>
      <Lines drawn={drawn} units={units} />
    </Drawing>
  )
}
