import { figureUnit } from '@anklet/core/base/units'
import type { InputHTMLAttributes, ReactNode } from 'react'
import { useState } from 'react'
import { FigureInput } from '../../kit/Field.tsx'
import { parseInches, parseNumber, shownAs } from '../../kit/typed.ts'
import { useUnits } from '../queries.ts'

/** Significant figures a stored figure is kept with, so that what was typed comes back. */
const KEPT = 10

/**
 * How what is typed is stored; what is no figure stays as it is typed, to be refused.
 * @param isLength tape fractions such as 18 5/8 are read
 */
export function storedAs(typed: string, perStored: number, isLength: boolean): string {
  if (perStored === 1) return typed
  const value = isLength ? parseInches(typed) : parseNumber(typed)
  return value === null ? typed : String(Number((value / perStored).toPrecision(KEPT)))
}

interface UnitInputProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange'> {
  /** Unit the figure is stored in. */
  readonly unit: string
  /** As it is stored. */
  readonly value: string
  /** Told what is to be stored. */
  onText(stored: string): void
}

/** A figure typed in the shop's unit and handed on in the one it is stored in. */
export function UnitInput({ unit, value, onText, ...rest }: UnitInputProps): ReactNode {
  const { label, perStored } = figureUnit(unit, useUnits())
  const [typed, setTyped] = useState({ text: '', of: '', label: '' })
  // What was typed stands as it was typed until something else is stored there.
  const text = typed.of === value && typed.label === label ? typed.text : shownAs(value, perStored)
  return (
    <FigureInput
      {...rest}
      value={text}
      onText={(next) => {
        const stored = storedAs(next, perStored, unit === 'mm')
        setTyped({ text: next, of: stored, label })
        onText(stored)
      }}
    />
  )
}

/** The shop's name for a unit that figures are stored in. */
export const useUnitLabel = (unit: string): string => figureUnit(unit, useUnits()).label
