// npm run test:power [-- --runs 50]: cuts the power of the disk under load, in the first start and
// in recovery. The records lie on an ext4 image in a file. At the cut everything stands still and
// the image is copied as a whole: the copy holds what had reached the disk, and nothing of what the
// operating system still kept in memory. The server is then started on the copy.
import { spawnSync } from 'node:child_process'
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import type { Server } from './machine.ts'
import { endAll, endProcess } from './machine.ts'
import type { Moment } from './outcome.ts'
import { Counts, judge, momentOf, startPartly, writeFor } from './outcome.ts'
import { Writers } from './writers.ts'

const { values } = parseArgs({ options: { runs: { type: 'string', default: '50' } } })
const counts = new Counts()
const place = mkdtempSync(join(tmpdir(), 'anklet-power-'))
const IMAGE_BYTES = 512 * 1024 * 1024

function run(program: string, ...args: string[]): string {
  const { status, stdout, stderr, error } = spawnSync(program, args, { encoding: 'utf8' })
  if (status !== 0) throw new Error(`${program}: ${error?.message ?? stderr.trim()}`)
  return stdout.trim()
}

/** A disk in a file, mounted. */
class Disk {
  readonly folder: string
  private readonly loop: string

  private constructor(readonly image: string) {
    this.folder = `${image}.mounted`
    mkdirSync(this.folder)
    this.loop = run('losetup', '--find', '--show', image)
    run('mount', '-t', 'ext4', this.loop, this.folder)
  }

  static fresh(name: string): Disk {
    const image = join(place, name)
    writeFileSync(image, '')
    truncateSync(image, IMAGE_BYTES)
    run('mkfs.ext4', '-q', '-F', image)
    return new Disk(image)
  }

  /** How many requests the disk has taken and how many are on their way. */
  private traffic(): string {
    return readFileSync(`/sys/block/${this.loop.replace('/dev/', '')}/stat`, 'utf8').trim()
  }

  /**
   * What the disk holds at this moment, as a disk of its own. The operating system may write at any
   * time: a copy during which it did is no moment, and is made again.
   */
  cut(name: string): Disk {
    const image = join(place, name)
    for (;;) {
      const before = this.traffic()
      copyFileSync(this.image, image)
      if (this.traffic() === before) return new Disk(image)
    }
  }

  remove(): void {
    run('umount', this.folder)
    run('losetup', '--detach', this.loop)
    rmSync(this.folder, { recursive: true })
    rmSync(this.image)
  }
}

/** Stands everything still, takes what the disk holds, and goes on with that alone. */
async function cutPower(disk: Disk, server: Server, name: string): Promise<Disk> {
  server.child.kill('SIGSTOP')
  const left = disk.cut(name)
  await endProcess(server.child, 'SIGKILL')
  disk.remove()
  return left
}

async function trial(moment: Moment): Promise<void> {
  const writers = new Writers()
  let disk = Disk.fresh('first')
  const data = (): string => join(disk.folder, 'data')
  try {
    if (moment === 'in its first start')
      disk = await cutPower(disk, await startPartly(data()), 'second')
    else {
      const { server, writing } = await writeFor(data(), writers)
      disk = await cutPower(disk, server, 'second')
      await writing
    }
    if (moment === 'in recovery') disk = await cutPower(disk, await startPartly(data()), 'third')
    counts.add(moment, await judge(data(), writers, counts))
  } finally {
    await endAll()
    disk.remove()
  }
}

function canMount(): boolean {
  try {
    Disk.fresh('probe').remove()
    return true
  } catch (error) {
    console.log(`Skipped: no disk image can be mounted here (${String(error)}).`)
    return false
  }
}

async function cutOften(): Promise<boolean> {
  for (let i = 0; i < Number(values.runs); i++) {
    try {
      await trial(momentOf(i))
    } catch (error) {
      counts.fail(error instanceof Error ? error.message : String(error))
    }
  }
  return counts.report('Power cuts')
}

const SKIPPED = 77
const status = canMount() ? ((await cutOften()) ? 0 : 1) : SKIPPED
rmSync(place, { recursive: true, force: true })
process.exit(status)
