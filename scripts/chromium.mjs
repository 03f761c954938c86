// Finds Debian's Chromium, installing it where that is allowed.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'

export const CHROMIUM = '/usr/bin/chromium'

export function ensureChromium() {
  if (existsSync(CHROMIUM)) return
  console.log('Installing Chromium from Debian’s packages …')
  const run = (...args) =>
    spawnSync('apt-get', args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0
  if (
    !(run('update', '-qq') && run('install', '-y', '-qq', '--no-install-recommends', 'chromium')) ||
    !existsSync(CHROMIUM)
  ) {
    throw new Error(
      `Chromium is missing at ${CHROMIUM} and could not be installed. As root: apt-get install chromium`,
    )
  }
}
