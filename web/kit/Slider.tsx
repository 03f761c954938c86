import type { ReactNode } from 'react'
import { useId } from 'react'

interface SliderProps {
  readonly label: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly step: number
  readonly shown: string
  onSlide(value: number): void
}

/** A value that is slid rather than typed, with what it is now beside it. */
export function Slider({ label, value, min, max, step, shown, onSlide }: SliderProps): ReactNode {
  const id = useId()
  return (
    <div className="grid grid-cols-[92px_minmax(0,1fr)_76px] items-center gap-3">
      <label htmlFor={id} className="text-small">
        {label}
      </label>
      <input
        id={id}
        type="range"
        className="min-h-touch w-full accent-[var(--air)]"
        min={min}
        max={max}
        step={step}
        value={value}
        aria-valuetext={shown}
        onChange={(event) => onSlide(Number(event.target.value))}
      />
      <span className="num text-right">{shown}</span>
    </div>
  )
}
