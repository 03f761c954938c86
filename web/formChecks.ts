import type { COMMANDS } from '@anklet/contract'
import { Ajv } from 'ajv'
import standalone from 'ajv/dist/standalone/index.js'
import formats from 'ajv-formats'
import { tsImport } from 'tsx/esm/api'
import type { Plugin } from 'vite'

const PREFIX = 'virtual:check/'
/** Rollup's sign for a module that is no file. */
const RESOLVED = `\0${PREFIX}`

// Ajv asks for two of its own files by `require`, which a page does not have.
const WITHOUT_REQUIRE: readonly (readonly [string, string])[] = [
  ['require("ajv/dist/runtime/ucs2length").default', '(text) => [...text].length'],
]

type Contract = { readonly COMMANDS: typeof COMMANDS }
let contract: Promise<Contract> | null = null

/** The check of what a command carries, as the text of an ES module whose default export it is. */
async function checkAsCode(name: string): Promise<string> {
  contract ??= tsImport('@anklet/contract', import.meta.url) as Promise<Contract>
  const { COMMANDS: commands } = await contract
  if (!Object.hasOwn(commands, name)) throw new Error(`There is no command "${name}".`)
  const ajv = new Ajv({
    allErrors: true,
    strict: true,
    strictTypes: false,
    allowUnionTypes: true,
    code: { source: true, esm: true },
  })
  // The fast ones are patterns, which are written into the code.
  const addFormats = formats.default as (ajv: Ajv, how: object) => void
  addFormats(ajv, { mode: 'fast', formats: ['uuid', 'date-time', 'date'] })
  const check = ajv.compile(commands[name as keyof typeof commands].properties.payload)
  const code = WITHOUT_REQUIRE.reduce(
    (text, [asked, own]) => text.replaceAll(asked, own),
    standalone(ajv, check),
  )
  const missing = /require\([^)]*\)/.exec(code)
  if (missing) throw new Error(`The check of "${name}" asks for ${missing[0]}.`)
  return code
}

/**
 * Modules `virtual:check/<command>`: the contract's schema of what a command carries, compiled when
 * the page is built. Ajv makes code out of text, which the page's own security policy forbids.
 */
export function formChecks(): Plugin {
  return {
    name: 'form-checks',
    resolveId: (id) => (id.startsWith(PREFIX) ? `\0${id}` : undefined),
    load: (id) => (id.startsWith(RESOLVED) ? checkAsCode(id.slice(RESOLVED.length)) : undefined),
  }
}
