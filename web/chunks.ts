/** What a bundler knows of a module: who reads it at once, and who only when it is needed. */
interface ModuleKnown {
  readonly isEntry: boolean
  readonly importers: readonly string[]
  readonly dynamicImporters: readonly string[]
}
interface Known {
  getModuleInfo(id: string): ModuleKnown | null
}

/** What every page comes with. */
const AT_ONCE = /\/web\/(app\/(App|main)\.tsx|index\.html)$/

/** The entries, and the modules read when they are needed, that read a module with them. */
function readWith(id: string, known: Known): readonly string[] {
  const seen = new Set([id])
  for (const each of seen)
    for (const importer of known.getModuleInfo(each)?.importers ?? []) seen.add(importer)
  return [...seen].filter((each) => {
    const info = known.getModuleInfo(each)
    return info !== null && (info.isEntry || info.dynamicImporters.length > 0)
  })
}

/** The piece that holds what every page comes with, and others share; null: it is none of it. */
export function firstPiece(id: string, known: Known): string | null {
  const readers = readWith(id, known)
  return readers.length > 1 && readers.some((reader) => AT_ONCE.test(reader)) ? 'first' : null
}
