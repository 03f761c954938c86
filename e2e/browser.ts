import { existsSync } from 'node:fs'

// The shell without windows starts and draws in half the time; both come from Debian's packages.
const executablePath = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((path) =>
  existsSync(path),
)

/** Debian's Chromium, started so that it asks nothing of a closed network. */
export const LAUNCH = {
  executablePath: executablePath ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

/** All pages of a journey are of one server, ours: fewer processes start for each. */
export const ONE_SITE = [
  '--disable-site-isolation-trials',
  '--disable-features=IsolateOrigins,site-per-process',
]
