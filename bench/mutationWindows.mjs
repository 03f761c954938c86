// Prints every so many lines of a folder's code, as --mutate takes them: a sample of the changes
// where all of them would take hours. node bench/mutationWindows.mjs FOLDER LINES EVERY FIRST
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const [folder, ...figures] = process.argv.slice(2)
const [lines, every, first] = figures.map(Number)
if (!folder || !lines || !every || !first)
  throw new Error('For example: node bench/mutationWindows.mjs core/work/record 14 84 5')

const windows = []
// All files of the folder count as one after the other.
let at = first
for (const name of readdirSync(folder).sort()) {
  if (!name.endsWith('.ts') || name.endsWith('.test.ts') || name === 'index.ts') continue
  const file = join(folder, name)
  const length = readFileSync(file, 'utf8').split('\n').length - 1
  for (; at <= length; at += every)
    windows.push(`${file}:${Math.max(1, at)}-${Math.min(length, at + lines - 1)}`)
  at -= length
}
console.log(windows.join(','))
