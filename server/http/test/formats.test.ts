import { SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { SHIPPED_PROCEDURES } from '@anklet/core/work/procedure'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, test } from 'vitest'
import type { Specification } from '@anklet/contract'
import { FILE_FORMATS } from '@anklet/contract'
import { equilibrium } from '@anklet/core/physics/pneumatics'
import type { GeometryInput } from '@anklet/core/base/vehicle'
import { completeGeometry } from '@anklet/core/base/vehicle'
import { checkOf } from '../../kernel/validation.ts'

const at = (path: string): string => fileURLToPath(new URL(`../../../${path}`, import.meta.url))
const read = (path: string): unknown => JSON.parse(readFileSync(at(path), 'utf8'))

describe('file formats', () => {
  test.each(Object.entries(FILE_FORMATS))(
    '%s: the schema in the docs is the one that validates',
    (name, schema) => {
      const { $schema, ...kept } = read(`docs/formats/${name}.schema.json`) as Record<
        string,
        unknown
      >
      expect($schema).toContain('json-schema.org')
      expect(kept).toEqual(JSON.parse(JSON.stringify(schema)))
    },
  )

  test.each(readdirSync(at('demo/scenario/vehicle-types')))(
    '%s follows it, and its vehicle stands level',
    (file) => {
      const type = read(`demo/scenario/vehicle-types/${file}`) as {
        geometry: GeometryInput
        specifications?: Specification[]
      }
      expect(() => checkOf(FILE_FORMATS['vehicle-type'])(type)).not.toThrow()
      const vehicle = completeGeometry(type.geometry)
      const rest = equilibrium({ vehicle, temperatureC: 20, airBarL: null })
      expect(rest.ok && Math.abs(rest.value.closureMm)).toBeLessThan(0.5)
      const { specifications = [] } = type
      expect(specifications.length).toBeGreaterThan(0)
      for (const { front, rear } of specifications)
        for (const axle of [front, rear]) expect(axle.minusMm + axle.plusMm).toBeLessThan(60)
      if (rest.ok)
        for (const pressure of Object.values(rest.value.pressureBarG))
          expect(pressure === null || (pressure > 1 && pressure < 14)).toBe(true)
    },
  )
})

test('the shipped procedures follow their format', () => {
  expect(() =>
    checkOf(FILE_FORMATS.procedures)(JSON.parse(JSON.stringify(SHIPPED_PROCEDURES))),
  ).not.toThrow()
})

test('the shipped knowledge follows its format', () => {
  expect(() =>
    checkOf(FILE_FORMATS.knowledge)(JSON.parse(JSON.stringify(SHIPPED_BOOK))),
  ).not.toThrow()
})
