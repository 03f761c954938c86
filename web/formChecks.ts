import type { COMMANDS, ENTRIES } from '@anklet/contract'
import type { AnySchema } from 'ajv'
import { Ajv } from 'ajv'
import standalone from 'ajv/dist/standalone/index.js'
import { tsImport } from 'tsx/esm/api'
import type { Plugin } from 'vite'

const PREFIX = 'virtual:check/'
/** Rollup's sign for a module that is no file. */
const RESOLVED = `\0${PREFIX}`

// Ajv asks for two of its own files by `require`, which a page does not have.
const WITHOUT_REQUIRE: readonly (readonly [string, string])[] = [
  ['require("ajv/dist/runtime/ucs2length").default', '(text) => [...text].length'],
]

type Contract = { readonly COMMANDS: typeof COMMANDS; readonly ENTRIES: typeof ENTRIES }
// Patterns are written into the code; a function would be asked for by `require`. What a pattern
// lets through that is no day or moment the server refuses.
const PATTERNS: Readonly<Record<string, RegExp>> = {
  uuid: /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i,
  date: /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/,
  'date-time':
    /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T\d{2}:\d{2}:\d{2}(\.\d+)?(Z|[+-]\d{2}:\d{2})$/,
}

let contract: Promise<Contract> | null = null

/** What a check is of: what a command carries, or one of the entries that a command carries many of. */
function schemaOf({ COMMANDS: commands, ENTRIES: entries }: Contract, name: string): AnySchema {
  if (Object.hasOwn(commands, name))
    return commands[name as keyof typeof commands].properties.payload
  if (Object.hasOwn(entries, name)) return entries[name as keyof typeof entries]
  throw new Error(`There is no command and no entry "${name}".`)
}

/** A check as the text of an ES module whose default export it is. */
async function checkAsCode(
  name: string,
  patterns: Readonly<Record<string, RegExp>>,
): Promise<string> {
  contract ??= tsImport('@anklet/contract', import.meta.url) as Promise<Contract>
  const schema = schemaOf(await contract, name)
  const ajv = new Ajv({
    allErrors: true,
    strict: true,
    strictTypes: false,
    allowUnionTypes: true,
    code: { source: true, esm: true },
  })
  for (const [format, pattern] of Object.entries(patterns)) ajv.addFormat(format, pattern)
  const check = ajv.compile(schema)
  const code = WITHOUT_REQUIRE.reduce(
    (text, [asked, own]) => text.replaceAll(asked, own),
    standalone(ajv, check),
  )
  const missing = /require\([^)]*\)/.exec(code)
  if (missing) throw new Error(`The check of "${name}" asks for ${missing[0]}.`)
  return code
}

/**
 * Modules `virtual:check/<command or entry>`: the contract's schema of what a command carries,
 * compiled when the page is built. Ajv makes code out of text, which the page's own security policy forbids.
 */
export function formChecks(own: Readonly<Record<string, RegExp>> = {}): Plugin {
  const patterns = { ...PATTERNS, ...own }
  return {
    name: 'form-checks',
    resolveId: (id) => (id.startsWith(PREFIX) ? `\0${id}` : undefined),
    load: (id) =>
      id.startsWith(RESOLVED) ? checkAsCode(id.slice(RESOLVED.length), patterns) : undefined,
  }
}
