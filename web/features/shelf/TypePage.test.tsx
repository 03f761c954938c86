import { sampleVehicle } from '@anklet/core/base/samples'
import { jobOf } from '@anklet/language/test/records'
import { act, fireEvent, screen, waitFor } from '@testing-library/react'
import { Route, Routes } from 'react-router'
import { describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { putForm, tap, type } from '../../test/form.tsx'
import { TypePage } from './TypePage.tsx'

const known = { ...jobOf().vehicleType, version: 4, name: 'Sample', source: 'Sheet 1' }
const shelf = (): Record<string, unknown> => ({ '/api/shop': {}, '/api/vehicle-types': [known] })
const put = (id: string, answers = shelf()): Formed =>
  putForm(
    <Routes>
      <Route path="/shelf/types/:id" element={<TypePage />} />
      <Route path="*" element={<p>left</p>} />
    </Routes>,
    answers,
    `/shelf/types/${id}`,
  )
const keep = () => screen.getByRole('button', { name: 'Put it on the shelf' })
const payload = async (page: Formed): Promise<Record<string, unknown>> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]!.payload
}

const MEASURED = {
  wheelbaseMm: '2900',
  trackFrontMm: '1600',
  trackRearMm: '1600',
  'front-designHeightMm': '405',
  'rear-designHeightMm': '400',
}
// What can be measured first; the rest are middling figures of an estate.
const fill = (): void => {
  tap('Its figures')
  for (const [id, value] of Object.entries(MEASURED))
    fireEvent.change(document.getElementById(id)!, { target: { value } })
  tap('Estate or SUV')
}

describe('a new type', () => {
  test('asks for every figure, takes marked guesses for them, and is kept under its name', async () => {
    const page = put('new')
    expect(screen.getByText(/is not entered: look it up\.$/)).toBeDefined()
    fill()
    await waitFor(() => expect(screen.queryByText(/is not entered: look it up\.$/)).toBeNull())
    type('Name of the vehicle type', ' Estate of M. ')
    expect(keep().hasAttribute('disabled')).toBe(true)
    type('Where the figures come from', ' Sheet 2 ')
    expect(keep().hasAttribute('disabled')).toBe(false)
    tap('Put it on the shelf')
    tap('Put it on the shelf')
    const made = await payload(page)
    expect(page.commands[0]).toMatchObject({ type: 'vehicleType.save', baseVersion: null })
    expect(made).toMatchObject({ name: 'Estate of M.', source: 'Sheet 2', specifications: [] })
    expect((made['guesses'] as string[]).length).toBeGreaterThan(5)
    await screen.findByText('left')
  })
  test('is guessed only from what was measured', () => {
    put('new')
    tap('Its figures')
    tap('Estate or SUV')
    expect(screen.getByText(/nobody may guess a height/)).toBeDefined()
  })
  test('whose figures cannot be is told by the sentence of the first', () => {
    put('new')
    fill()
    type(/^Wheelbase/, 'long')
    expect(screen.getByText('Wheelbase: "long" is not a number.')).toBeDefined()
    expect(keep().hasAttribute('disabled')).toBe(true)
  })
  test('outside what the contract takes is refused with its sentence, and nothing is sent', async () => {
    const page = put('new')
    fill()
    type('Name of the vehicle type', 'Estate or SUV')
    type('Where the figures come from', 'Sheet 2')
    type(/^Wheelbase/, '30000')
    tap('Put it on the shelf')
    await screen.findByText(/^The wheelbase \(mm\) must be at most/)
    expect(page.commands).toEqual([])
  })
})

describe('a type that is on the shelf', () => {
  test('stands in its fields as it is, and comes out as it went in', async () => {
    const page = put('t')
    await screen.findByDisplayValue('Sample')
    type('Where the figures come from', 'Sheet 3')
    tap('Put it on the shelf')
    expect(await payload(page)).toMatchObject({
      typeId: 't',
      name: 'Sample',
      source: 'Sheet 3',
      architecture: known.architecture,
      geometry: sampleVehicle(),
    })
    expect(page.commands[0]!.baseVersion).toBe(4)
  })
  test('that somebody else saved too keeps what is typed, until theirs is asked for', async () => {
    const answers = shelf()
    const page = put('t', answers)
    await screen.findByDisplayValue('Sample')
    type('Name of the vehicle type', 'Mine')
    answers['/api/vehicle-types'] = [{ ...known, version: 5, name: 'Theirs' }]
    await act(() => page.refresh())
    await screen.findByText('“Theirs” was written, and you typed “Mine”.')
    expect(screen.getByLabelText<HTMLInputElement>('Name of the vehicle type').value).toBe('Mine')
    tap('Take theirs')
    await screen.findByDisplayValue('Theirs')
    tap('Put it on the shelf')
    await payload(page)
    expect(page.commands[0]!.baseVersion).toBe(5)
  })
})
