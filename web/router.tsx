import { createBrowserRouter } from 'react-router'
import { Floor } from './places/floor/Floor.tsx'
import { NotHere } from './places/shell/NotHere.tsx'
import { Shell } from './places/shell/Shell.tsx'

// The floor comes with the first load; every other place is fetched when it is opened.
export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <NotHere />,
    children: [
      { path: '/', element: <Floor /> },
      { path: '/jobs', lazy: async () => ({ Component: (await import('./places/jobs/Jobs.tsx')).Jobs }) },
      { path: '/jobs/new', lazy: async () => ({ Component: (await import('./places/job/NewJob.tsx')).NewJob }) },
      { path: '/jobs/:id/:phase?', lazy: async () => ({ Component: (await import('./places/job/JobPlace.tsx')).JobPlace }) },
      { path: '/vehicles', lazy: async () => ({ Component: (await import('./places/vehicles/Vehicles.tsx')).Vehicles }) },
      { path: '/vehicles/import', lazy: async () => ({ Component: (await import('./places/vehicles/ImportRounds.tsx')).ImportRounds }) },
      { path: '/vehicles/:id', lazy: async () => ({ Component: (await import('./places/vehicles/VehiclePage.tsx')).VehiclePage }) },
      { path: '/bench/:tool?', lazy: async () => ({ Component: (await import('./places/bench/BenchPlace.tsx')).BenchPlace }) },
      { path: '/shelf', lazy: async () => ({ Component: (await import('./places/shelf/Shelf.tsx')).Shelf }) },
      { path: '/shelf/types/:id', lazy: async () => ({ Component: (await import('./places/shelf/TypePage.tsx')).TypePage }) },
      { path: '/shop', lazy: async () => ({ Component: (await import('./places/shop/Shop.tsx')).Shop }) },
      { path: '*', element: <NotHere /> },
    ],
  },
])
