import { useSession } from './session.ts'

const dark = window.matchMedia('(prefers-color-scheme: dark)')

/** Puts the chosen theme on the page and keeps it there. */
export function followTheme(): void {
  const apply = (): void => {
    const { theme } = useSession.getState()
    document.documentElement.dataset['theme'] =
      theme === 'system' ? (dark.matches ? 'dark' : 'light') : theme
  }
  apply()
  useSession.subscribe(apply)
  dark.addEventListener('change', apply)
}
