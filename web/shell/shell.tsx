import { lazy, Suspense, useEffect, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { NavLink, Outlet, useNavigate } from 'react-router'
import { Toaster } from 'sonner'
import { useLiveChanges } from '../api/live.ts'
import { useTheme } from './theme.ts'
import { useDryNotice } from './use-dry-notice.ts'

const loadPalette = () => import('./palette.tsx')
const Palette = lazy(() => loadPalette().then((m) => ({ default: m.Palette })))
const Keys = lazy(() => import('./keys.tsx').then((m) => ({ default: m.Keys })))

const PLACES = [
  { to: '/', label: 'Bench', key: 'b' },
  { to: '/log', label: 'Log', key: 'l' },
  { to: '/shelf', label: 'Shelf', key: 's' },
] as const

/** The frame around every screen: where you are, where you can go, the palette and the keys. */
export function Shell() {
  useLiveChanges()
  useDryNotice()
  const navigate = useNavigate()
  const [theme, toggleTheme] = useTheme()
  const [open, setOpen] = useState<'palette' | 'keys' | null>(null)
  // Fetched while nobody waits, so that what is typed right after Ctrl-K lands in it.
  useEffect(() => {
    const timer = setTimeout(loadPalette, 1500)
    return () => clearTimeout(timer)
  }, [])
  useHotkeys('mod+k', () => setOpen('palette'), { preventDefault: true, enableOnFormTags: true })
  useHotkeys('?', () => setOpen('keys'), { useKey: true, ignoreModifiers: true })
  useHotkeys('n', () => navigate('/new'))
  useHotkeys('g>b', () => navigate('/'), { sequenceSplitKey: '>' })
  useHotkeys('g>l', () => navigate('/log'), { sequenceSplitKey: '>' })
  useHotkeys('g>s', () => navigate('/shelf'), { sequenceSplitKey: '>' })
  return (
    <div className="flex min-h-dvh flex-col">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-raised focus:p-2">
        Skip to the content
      </a>
      <header className="flex h-11 shrink-0 items-stretch gap-1 border-b border-line bg-paper px-3">
        <NavLink to="/" className="mr-3 flex items-center gap-2 font-semibold tracking-tight" aria-label="Arch Plate, to the bench">
          <svg viewBox="0 0 16 16" width="18" height="18" aria-hidden="true">
            <path d="M2 15V8a6 6 0 0 1 12 0v7M4.5 15V9h7v6" fill="none" stroke="currentColor" strokeWidth="1.2" />
          </svg>
          <span className="max-sm:sr-only">Arch Plate</span>
        </NavLink>
        <nav aria-label="Main" className="flex items-stretch">
          {PLACES.map((place) => (
            <NavLink
              key={place.to}
              to={place.to}
              end={place.to === '/'}
              className={({ isActive }) =>
                `flex items-center border-b-2 px-3 ${isActive ? 'border-ink font-semibold' : 'border-transparent text-soft hover:text-ink'}`
              }
            >
              {place.label}
            </NavLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-1">
          <button type="button" className="btn btn-plain max-sm:hidden" onClick={() => setOpen('palette')}>
            Find <span className="kbd">Ctrl K</span>
          </button>
          <button type="button" className="btn btn-plain max-sm:hidden" onClick={() => setOpen('keys')}>
            Keys <span className="kbd">?</span>
          </button>
          <button type="button" className="btn btn-plain" onClick={toggleTheme}>
            {theme === 'dark' ? 'Light' : 'Dark'}
          </button>
          <NavLink to="/new" className="btn btn-act">
            New job
          </NavLink>
        </div>
      </header>
      <main id="main" className="flex min-h-0 flex-1 flex-col">
        <Outlet />
      </main>
      <Suspense>
        {open === 'palette' && <Palette close={() => setOpen(null)} />}
        {open === 'keys' && <Keys close={() => setOpen(null)} />}
      </Suspense>
      <Toaster
        theme={theme}
        position="bottom-right"
        visibleToasts={3}
        toastOptions={{ style: { borderRadius: 2, fontFamily: 'inherit' } }}
      />
    </div>
  )
}
