import '../kit/kit.css'
import { followTheme } from '../client/state/theme.ts'

// Three pieces in three tasks instead of one long one, so that the page answers while it starts.
const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))

async function start(): Promise<void> {
  followTheme()
  const { createRoot } = await import('react-dom/client')
  await pause()
  const { App } = await import('./App.tsx')
  await pause()
  createRoot(document.getElementById('root')!).render(<App />)
}

void start()
