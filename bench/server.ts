import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { freePort } from '../server/trials/machine.ts'

const root = fileURLToPath(new URL('..', import.meta.url))

/** A started server: how long it took to print its address, and how to end it. */
export interface Started {
  readonly seconds: number
  readonly address: string
  readonly pid: number
  stop(): Promise<void>
}

/** Starts Anklet as a person does, and waits for the address. */
export async function startAnklet(data: string, ...flags: string[]): Promise<Started> {
  const port = await freePort()
  const began = performance.now()
  const child: ChildProcess = spawn(process.execPath, [join(root, 'scripts/run.mjs'), ...flags], {
    cwd: root,
    env: { ...process.env, PORT: String(port), ANKLET_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const stop = (): Promise<void> =>
    new Promise((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done()
      child.once('exit', () => done())
      child.kill('SIGTERM')
    })
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`Anklet ended with ${String(code)}.`)))
    child.stdout?.on('data', (chunk: Buffer) => {
      const address = /ready on (\S+)/.exec(chunk.toString())?.[1]
      if (address)
        resolve({ seconds: (performance.now() - began) / 1000, address, pid: child.pid!, stop })
    })
  })
}

/** Measures something on a server of its own with the demo's data, thrown away afterwards. */
export async function onDemo<Answer>(
  measure: (address: string) => Promise<Answer>,
): Promise<Answer> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-bench-'))
  const server = await startAnklet(data, '--demo')
  try {
    return await measure(server.address)
  } finally {
    await server.stop()
    rmSync(data, { recursive: true, force: true })
  }
}

/** Start with fresh demo data, and again with what is there, in seconds. */
export async function measureStarts(): Promise<{ freshS: number; existingS: number }> {
  const data = mkdtempSync(join(tmpdir(), 'anklet-bench-'))
  const fresh = await startAnklet(data, '--demo')
  await fresh.stop()
  const existing = await startAnklet(data, '--demo')
  await existing.stop()
  rmSync(data, { recursive: true, force: true })
  return { freshS: fresh.seconds, existingS: existing.seconds }
}
