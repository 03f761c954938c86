import type { ComponentType } from 'react'
import { createBrowserRouter } from 'react-router'
import { Floor } from '../features/floor/Floor.tsx'
import { NotHere } from './shell/NotHere.tsx'
import { Shell } from './shell/Shell.tsx'

type Place = () => Promise<{ Component: ComponentType }>

// The floor comes with the first load; every other place is fetched when it is opened, or before
// that when nothing else is to do.
const PLACES: Readonly<Record<string, Place>> = {
  '/jobs': async () => ({ Component: (await import('../features/jobs/Jobs.tsx')).Jobs }),
  '/jobs/new': async () => ({ Component: (await import('../features/newJob/NewJob.tsx')).NewJob }),
  '/jobs/:id/:phase?': async () => ({
    Component: (await import('./job/JobPlace.tsx')).JobPlace,
  }),
  '/vehicles': async () => ({
    Component: (await import('../features/vehicles/Vehicles.tsx')).Vehicles,
  }),
  '/vehicles/import': async () => ({
    Component: (await import('../features/vehicles/ImportRounds.tsx')).ImportRounds,
  }),
  '/vehicles/:id': async () => ({
    Component: (await import('../features/vehicles/VehiclePage.tsx')).VehiclePage,
  }),
  '/bench/:tool?': async () => ({
    Component: (await import('../features/bench/BenchPlace.tsx')).BenchPlace,
  }),
  '/devices': async () => ({
    Component: (await import('../features/devices/DevicesPlace.tsx')).DevicesPlace,
  }),
  '/shelf': async () => ({ Component: (await import('../features/shelf/Shelf.tsx')).Shelf }),
  '/shelf/causes': async () => ({
    Component: (await import('../features/shelf/knowledge/Causes.tsx')).Causes,
  }),
  '/shelf/checks': async () => ({
    Component: (await import('../features/shelf/knowledge/ChecksShelf.tsx')).ChecksShelf,
  }),
  '/shelf/codes': async () => ({
    Component: (await import('../features/shelf/CodesShelf.tsx')).CodesShelf,
  }),
  '/shelf/parts': async () => ({
    Component: (await import('../features/shelf/PartsShelf.tsx')).PartsShelf,
  }),
  '/shelf/coils': async () => ({
    Component: (await import('../features/shelf/CoilsShelf.tsx')).CoilsShelf,
  }),
  '/shelf/procedures': async () => ({
    Component: (await import('../features/shelf/ProceduresShelf.tsx')).ProceduresShelf,
  }),
  '/shelf/torques': async () => ({
    Component: (await import('../features/shelf/TorquesShelf.tsx')).TorquesShelf,
  }),
  '/shelf/types/:id': async () => ({
    Component: (await import('../features/shelf/TypePage.tsx')).TypePage,
  }),
  '/shop/people': async () => ({
    Component: (await import('../features/shop/access/PeoplePage.tsx')).PeoplePage,
  }),
  '/shop/audit': async () => ({
    Component: (await import('../features/shop/access/AuditPage.tsx')).AuditPage,
  }),
  '/shop': async () => ({ Component: (await import('../features/shop/Shop.tsx')).Shop }),
}

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <NotHere />,
    children: [
      { path: '/', element: <Floor /> },
      ...Object.entries(PLACES).map(([path, lazy]) => ({ path, lazy })),
      { path: '*', element: <NotHere /> },
    ],
  },
])

/**
 * Fetches the places one after another while the page has nothing else to do, so that opening one
 * does not wait for its script.
 */
export function fetchPlacesIdly(): void {
  const [first, ...rest] = Object.values(PLACES)
  const next = (place: Place | undefined, after: readonly Place[]): void => {
    if (place)
      requestIdleCallback(
        () =>
          void place().then(
            () => next(after[0], after.slice(1)),
            () => undefined,
          ),
      )
  }
  next(first, rest)
}
