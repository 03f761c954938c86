import type { Torque } from '@anklet/contract'
import { NM_PER_LBF_FT } from '@anklet/core/base/units'
import { parseNumber } from '../../../kit/typed.ts'

export type TorqueUnit = 'N.m' | 'lbf.ft'
export const TORQUE_UNITS: readonly TorqueUnit[] = ['N.m', 'lbf.ft']
const [LEAST_NM, MOST_NM] = [0.1, 2000]

/** A torque as it is typed. */
export interface TypedTorque {
  readonly fastener: string
  readonly unit: TorqueUnit
  readonly min: string
  readonly max: string
  readonly degrees: string
  readonly source: string
  readonly date: string
}

/** A torque as it was typed, in N.m; or what is wrong with it. */
export function torqueOf(
  form: TypedTorque,
):
  | { readonly ok: true; readonly torque: Omit<Torque, 'id' | 'version' | 'typeId'> }
  | { readonly ok: false; readonly sentence: string } {
  const refuse = (sentence: string) => ({ ok: false as const, sentence })
  const factor = form.unit === 'lbf.ft' ? NM_PER_LBF_FT : 1
  const newtonMetres = (text: string): number | null => {
    const value = parseNumber(text)
    return value === null ? null : Math.round(value * factor * 100) / 100
  }
  const minNm = newtonMetres(form.min)
  const maxNm = form.max.trim() === '' ? minNm : newtonMetres(form.max)
  const degrees = form.degrees.trim() === '' ? null : parseNumber(form.degrees)
  if (form.fastener === '') return refuse('Choose the fastener.')
  if (minNm === null || maxNm === null) return refuse(`A torque is a figure, in ${form.unit}.`)
  if (minNm < LEAST_NM || maxNm > MOST_NM)
    return refuse(
      `A torque lies between ${LEAST_NM} and ${MOST_NM} N.m: that comes to ${minNm} ` +
        `to ${maxNm} N.m. Is the unit right?`,
    )
  if (minNm > maxNm)
    return refuse(`The least, ${form.min}, is above the most, ${form.max}. Are they swapped?`)
  if (form.degrees.trim() !== '' && (degrees === null || degrees < 1 || degrees > 720))
    return refuse('Degrees lie between 1 and 720.')
  if (form.source.trim() === '')
    return refuse('Say where it is written: a torque without a source is a guess.')
  if (!/^\d{4}-\d{2}-\d{2}$/.test(form.date)) return refuse('Say as of which day.')
  return {
    ok: true,
    torque: {
      fastener: form.fastener,
      minNm,
      maxNm,
      thenDegrees: degrees,
      unit: form.unit,
      source: form.source.trim(),
      date: form.date,
    },
  }
}
