import '../kit.css'
import { createRoot } from 'react-dom/client'
import { MemoryRouter } from 'react-router'
import { KitPage } from './KitPage.tsx'

// The system’s theme: the page has no shop whose choice it could follow.
const dark = window.matchMedia('(prefers-color-scheme: dark)')
const apply = (): void => {
  document.documentElement.dataset['theme'] = dark.matches ? 'dark' : 'light'
}
apply()
dark.addEventListener('change', apply)

createRoot(document.getElementById('root')!).render(
  <MemoryRouter>
    <KitPage />
  </MemoryRouter>,
)
