import { closeSync, fsyncSync, openSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { NodeFS } from '@electric-sql/pglite/nodefs'

/** What is open in PostgreSQL's own file table: the file descriptor of the machine. */
interface Stream {
  readonly nfd: number
}

/** The part of PostgreSQL's file layer that lacks its `fsync`. */
interface FileLayer {
  readonly NODEFS: { readonly stream_ops: { fsync?: (stream: Stream) => number } }
}

/**
 * A folder of the machine in which PostgreSQL's `fsync` reaches the disk. PGlite's own file layer
 * answers every `fsync` with "done" and does nothing, so a commit would not outlive a power cut.
 */
export class DurableFolder extends NodeFS {
  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(pg, options)
    const reachDisk = ({ NODEFS }: FileLayer): void => {
      NODEFS.stream_ops.fsync = ({ nfd }) => {
        fsyncSync(nfd)
        return 0
      }
    }
    return {
      emscriptenOpts: {
        ...emscriptenOpts,
        preRun: [reachDisk, ...(emscriptenOpts.preRun ?? [])],
      },
    }
  }
}

/** Brings one file, or the list of names of one folder, to the disk. */
export function syncPath(path: string): void {
  const fd = openSync(path, 'r')
  try {
    fsyncSync(fd)
  } finally {
    closeSync(fd)
  }
}

/** Brings a folder with all that is in it to the disk, and its name in the folder around it. */
export function syncTree(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true }))
    syncPath(join(entry.parentPath, entry.name))
  syncPath(folder)
  syncPath(dirname(folder))
}
