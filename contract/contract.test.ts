import { describe, expect, test } from 'vitest'
import * as door from './index.ts'

const { CALCULATIONS, COMMANDS, openApi, PROBLEM_STATUS, ROUTES } = door

// Walks a schema and says whether a place admits what it does not name, or a number without bounds.
function* objectsOf(
  schema: unknown,
  path: string,
): Generator<{ path: string; node: Record<string, unknown> }> {
  if (typeof schema !== 'object' || schema === null) return
  if (!Array.isArray(schema)) yield { path, node: schema as Record<string, unknown> }
  for (const [key, value] of Object.entries(schema)) yield* objectsOf(value, `${path}/${key}`)
}

const REQUESTS = [
  ...Object.entries(CALCULATIONS).map(([name, { request }]) => [name, request] as const),
  ...Object.entries(COMMANDS),
]

describe('the contract', () => {
  test('its door lets out what others rely on, and nothing by accident', () => {
    expect(Object.keys(door).sort()).toMatchInlineSnapshot(`
      [
        "AgreementRequest",
        "AnyProcedureBook",
        "Architecture",
        "AuditQuery",
        "BUNDLE_VERSION",
        "BackupSettings",
        "BackupsRecord",
        "CALCULATIONS",
        "COMMANDS",
        "COMMAND_ROLES",
        "CornerName",
        "DAY_PATTERN",
        "DEVICE_ACTIONS",
        "DeviceOrder",
        "DisplayUnits",
        "ENTRIES",
        "FILE_FORMATS",
        "FirstAccount",
        "Holder",
        "INSTANT_PATTERN",
        "JobListQuery",
        "KeepingQuery",
        "KnowledgeBook",
        "LINK_VERSION",
        "LONGEST_SECRET",
        "LinkHello",
        "LinkMessages",
        "NewSecret",
        "PROBLEM_STATUS",
        "PersonOnly",
        "Problem",
        "ProcedureBook",
        "QUERY_RESPONSES",
        "ROLES",
        "ROUTES",
        "ROUTE_ROLES",
        "RestoreRequest",
        "SHORTEST_SECRET",
        "ShopBundle",
        "SignIn",
        "StandInChange",
        "TORQUE_NM",
        "VehicleGeometry",
        "VehicleListQuery",
        "devicesNamedIn",
        "isStandIn",
        "isStandInName",
        "mayGive",
        "objectsIn",
        "openApi",
      ]
    `)
  })

  test.each(REQUESTS)('%s admits nothing it does not name', (_, schema) => {
    const open = [...objectsOf(schema, '')].filter(
      ({ node }) => node['type'] === 'object' && node['additionalProperties'] !== false,
    )
    expect(open.map(({ path }) => path)).toEqual([])
  })

  test.each(REQUESTS)(
    'every number in %s has bounds on both sides, but for versions',
    (_, schema) => {
      const unbounded = [...objectsOf(schema, '')].filter(
        ({ path, node }) =>
          (node['type'] === 'number' || node['type'] === 'integer') &&
          !('const' in node) &&
          !path.includes('baseVersion') &&
          (!('minimum' in node || 'exclusiveMinimum' in node) ||
            !('maximum' in node || 'exclusiveMaximum' in node)),
      )
      expect(unbounded.map(({ path }) => path)).toEqual([])
    },
  )

  test.each(Object.entries(COMMANDS))('%s travels in the common envelope', (name, schema) => {
    expect([...schema.required].sort()).toEqual([
      'at',
      'baseVersion',
      'device',
      'id',
      'payload',
      'person',
      'type',
    ])
    expect(schema.properties.type.const).toBe(name)
  })

  test('a problem is refused by a status that says whose fault it is', () => {
    for (const status of Object.values(PROBLEM_STATUS))
      expect([400, 401, 403, 404, 409, 413, 422, 429, 500, 503, 504, 507]).toContain(status)
  })

  test('every way in is described', () => {
    const { paths, openapi } = openApi('1.2.3') as {
      openapi: string
      paths: Record<string, Record<string, { summary: string }>>
    }
    expect(openapi).toBe('3.1.0')
    const described = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method} ${path.replaceAll(/\{(\w+)\}/g, ':$1')}`),
    )
    expect(described.sort()).toEqual(ROUTES.map(({ method, path }) => `${method} ${path}`).sort())
    for (const { summary } of ROUTES) expect(summary.length).toBeGreaterThan(10)
  })

  test.each(REQUESTS)('a change of %s shows here', (_, schema) => {
    expect(JSON.stringify(schema)).toMatchSnapshot()
  })
})
