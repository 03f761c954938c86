import { startingVehicle } from '@anklet/core/base/starting'
import { jobOf } from '@anklet/language/test/records'
import { screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { putForm } from '../../../test/form.tsx'
import { LayoutGuessed } from './LayoutGuessed.tsx'

test('a layout that nobody entered is said where steps and suspects rest on it', () => {
  const job = jobOf()
  const { guesses } = startingVehicle('four', 'saloon')
  const guessed = { ...job, vehicleType: { ...job.vehicleType, guesses: [...guesses] } }
  putForm(<LayoutGuessed job={guessed} />)
  expect(screen.getByText(/^Nobody entered how the air of this car is laid out/)).toBeDefined()
  expect(screen.getByRole('link').getAttribute('href')).toBe(`/shelf/types/${job.vehicleType.id}`)
})

test('one that was entered is not doubted, whatever else is a guess', () => {
  const job = jobOf()
  const guesses = ['front.motionRatio', 'vehicle.wheelbaseMm']
  putForm(<LayoutGuessed job={{ ...job, vehicleType: { ...job.vehicleType, guesses } }} />)
  expect(screen.queryByText(/^Nobody entered/)).toBeNull()
})
