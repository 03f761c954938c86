import type { ReactNode } from 'react'
import { SIMULATED_WORDS } from '@anklet/language/plain/simulated'

/** The mark of a simulated car, for a line of a list. */
const SimulatedTag = (): ReactNode => <span className="simulated simulated-tag">Simulated</span>

/** A car's plate, and whether the car is simulated. */
export const Plate = ({
  plate,
  simulated = false,
}: {
  readonly plate: string
  readonly simulated?: boolean | undefined
}): ReactNode =>
  simulated ? (
    <span className="inline-flex flex-wrap items-center gap-x-2 gap-y-1">
      <span className="plate">{plate}</span>
      <SimulatedTag />
    </span>
  ) : (
    <span className="plate">{plate}</span>
  )

/** The band over every page and paper of a simulated car. */
export const SimulatedBand = (): ReactNode => (
  <p role="note" className="simulated simulated-band">
    <span>{SIMULATED_WORDS}</span>
  </p>
)
