// Writes docs/formats/*.schema.json from the contract. Run: npm run formats
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { build } from 'esbuild'
import { format } from 'prettier'
import { root } from './install.mjs'

const { outputFiles } = await build({
  entryPoints: [join(root, 'contract/index.ts')],
  bundle: true,
  write: false,
  format: 'esm',
  platform: 'neutral',
  mainFields: ['module', 'main'],
})
const { FILE_FORMATS } = await import(
  `data:text/javascript;base64,${Buffer.from(outputFiles[0].contents).toString('base64')}`
)
for (const [name, schema] of Object.entries(FILE_FORMATS)) {
  const text = JSON.stringify({
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...schema,
  })
  writeFileSync(
    join(root, `docs/formats/${name}.schema.json`),
    await format(text, { parser: 'json', printWidth: 100 }),
  )
}
