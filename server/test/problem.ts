import { expect } from 'vitest'

export const EVENING = '2026-11-24T19:00:00.000Z'
export const problem =
  (status: number, code: string) =>
  (response: { status: number; type: string; body: { code: string; detail: string } }) => {
    expect([response.status, response.body.code]).toEqual([status, code])
    expect(response.type).toBe('application/problem+json')
    expect(response.body.detail).toMatch(/^[A-Z"“].*[.?]$/)
  }
