import { create } from 'zustand'
import { persist } from 'zustand/middleware'

/** How light the interface is: as the system says, or as this device was told. */
export type Theme = 'system' | 'light' | 'dark'

interface Session {
  /** Who signs what is entered on this device; null until somebody says. */
  readonly personId: string | null
  /** This browser's name in the journal, made once. */
  readonly device: string
  readonly theme: Theme
  /** Whether this device rings when a watch comes due. */
  readonly reminders: boolean
  /** Whether the link to the car is docked in a job. */
  readonly docked: boolean
  /** Whether this device is at the car: then only what is done there is in sight on a phone. */
  readonly atCar: boolean
  choosePerson(personId: string | null): void
  chooseTheme(theme: Theme): void
  remind(reminders: boolean): void
  dock(docked: boolean): void
  go(atCar: boolean): void
}

/** What this browser remembers about its user. */
export const useSession = create<Session>()(
  persist(
    (set) => ({
      personId: null,
      device: `browser-${crypto.randomUUID().slice(0, 8)}`,
      theme: 'system',
      reminders: false,
      docked: false,
      atCar: false,
      choosePerson: (personId) => set({ personId }),
      chooseTheme: (theme) => set({ theme }),
      remind: (reminders) => set({ reminders }),
      dock: (docked) => set({ docked }),
      go: (atCar) => set({ atCar }),
    }),
    { name: 'anklet.session', version: 1 },
  ),
)
