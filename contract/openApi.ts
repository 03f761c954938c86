import { Problem } from './problem.ts'
import type { Route } from './routes.ts'
import { ROUTES } from './routes.ts'

const body = (schema: unknown, type = 'application/json') => ({ content: { [type]: { schema } } })

function operation(route: Route): Record<string, unknown> {
  const parameters = [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string', format: 'uuid' },
  }))
  return {
    summary: route.summary,
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(route.request ? { requestBody: { required: true, ...body(route.request) } } : {}),
    responses: {
      200: { description: 'Done', ...body(route.response) },
      default: {
        description: 'Refused, with the reason',
        ...body(Problem, 'application/problem+json'),
      },
    },
  }
}

/**
 * The whole interface as an OpenAPI 3.1 document, generated from the schemas that also validate.
 * @param version of the application.
 */
export function openApi(version: string): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const route of ROUTES) {
    const path = route.path.replaceAll(/:(\w+)/g, '{$1}')
    paths[path] = { ...paths[path], [route.method]: operation(route) }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Anklet',
      version,
      description:
        'Every number carries its unit in its name. Refusals are problem details (RFC 9457). ' +
        'Calculations (/api/calc) keep nothing and know no shop. The interface reckons most of ' +
        'them by itself; they stay so that anybody can check its numbers.',
      license: { name: 'MIT', identifier: 'MIT' },
    },
    paths,
  }
}
