import './style.css'
import { QueryClientProvider, QueryObserver } from '@tanstack/react-query'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, type RouteObject, RouterProvider } from 'react-router'
import { addressIn } from './api/address.ts'
import { HERE, lastStudio } from './api/here.ts'
import { hearChanges } from './api/live.ts'
import { jobQuery, queryClient, studioQuery } from './api/queries.ts'
import { isStage, STAGE_CODE } from './routes/job/stage-code.ts'
import { NotHere } from './routes/not-here.tsx'
import { Shell } from './shell/shell.tsx'
import { Loading } from './ui/states.tsx'

/** By then the screen looks at it itself, ms. */
const LOOKED_AT = 20_000

/** A job opened by its address: what its first screen needs is asked for while its code is fetched. */
function askAhead() {
  const [, id, slug = 'sheet'] = /^\/[^/]+\/jobs\/(\d{1,9})(?:\/(\w+))?$/.exec(location.pathname) ?? []
  if (!id) return
  if (isStage(slug)) void STAGE_CODE[slug]()
  // Looked at, not only fetched: a change that is told meanwhile is asked for again.
  const looks = [
    new QueryObserver(queryClient, jobQuery(Number(id))).subscribe(() => undefined),
    new QueryObserver(queryClient, studioQuery).subscribe(() => undefined),
  ]
  setTimeout(() => {
    for (const end of looks) end()
  }, LOOKED_AT)
}

const studioRoutes = (): RouteObject[] => [
  {
    element: <Shell />,
    errorElement: <NotHere />,
    // The screen’s own code is on its way.
    hydrateFallbackElement: <Loading what="the screen" />,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('./routes/bench.tsx')).Bench }) },
      { path: 'new', lazy: async () => ({ Component: (await import('./routes/new-job.tsx')).NewJob }) },
      {
        path: 'jobs/:id/:stage?',
        lazy: async () => {
          askAhead()
          return { Component: (await import('./routes/job/job.tsx')).JobRoute }
        },
      },
      { path: 'log', lazy: async () => ({ Component: (await import('./routes/log.tsx')).Log }) },
      { path: 'runs/:id', lazy: async () => ({ Component: (await import('./routes/run.tsx')).RunRoute }) },
      { path: 'printers/:id/panel', lazy: async () => ({ Component: (await import('./routes/printer-panel.tsx')).PrinterPanel }) },
      { path: 'shelf/printers/:id', lazy: async () => ({ Component: (await import('./routes/printer.tsx')).PrinterRoute }) },
      { path: 'lots/:id', lazy: async () => ({ Component: (await import('./routes/lot.tsx')).LotRoute }) },
      { path: 'shelf/pairings/:printer/:paper', lazy: async () => ({ Component: (await import('./routes/shelf.tsx')).Shelf }) },
      { path: 'shelf/samples/:pack', lazy: async () => ({ Component: (await import('./routes/shelf.tsx')).Shelf }) },
      { path: 'shelf/papers/:paper', lazy: async () => ({ Component: (await import('./routes/shelf.tsx')).Shelf }) },
      { path: 'shelf/:tab?', lazy: async () => ({ Component: (await import('./routes/shelf.tsx')).Shelf }) },
      // In development only.
      ...(import.meta.env.VITE_PARTS
        ? [{ path: 'ui', lazy: async () => ({ Component: (await import('./parts/page.tsx')).PartsPage }) }]
        : []),
      { path: '*', Component: NotHere },
    ],
  },
]

const studiosRoutes: RouteObject[] = [
  {
    path: 'studios',
    hydrateFallbackElement: <Loading what="the studios" />,
    lazy: async () => ({ Component: (await import('./routes/studios.tsx')).Studios }),
  },
]

const root = document.getElementById('root')
const elsewhere = addressIn(location.pathname, lastStudio())
if (elsewhere) location.replace(`${elsewhere}${location.search}${location.hash}`)
else if (root) {
  if (HERE) hearChanges()
  const router = HERE ? createBrowserRouter(studioRoutes(), { basename: `/${HERE}` }) : createBrowserRouter(studiosRoutes)
  createRoot(root).render(
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  )
}
