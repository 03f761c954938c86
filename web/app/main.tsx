import '../kit/kit.css'
import { followTheme } from '../client/state/theme.ts'
import { pause } from '../kit/pause.ts'

// Three pieces in three tasks instead of one long one, so that the page answers while it starts.
async function start(): Promise<void> {
  followTheme()
  const { startTransition } = await import('react')
  const { createRoot } = await import('react-dom/client')
  await pause()
  const { App } = await import('./App.tsx')
  await pause()
  const root = createRoot(document.getElementById('root')!)
  // In slices: the first drawing is the longest.
  startTransition(() => root.render(<App />))
}

void start()
