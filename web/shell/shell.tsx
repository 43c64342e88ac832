import { lazy, Suspense, useEffect, useState } from 'react'
import { NavLink, Outlet, useNavigate } from 'react-router'
import { useKey } from '../keys/use-key.ts'
import { Button, ButtonLink } from '../ui/button.tsx'
import { KeyHint } from '../ui/key-hint.tsx'
import { TabLink } from '../ui/tabs.tsx'
import { loadToasts, Toasts } from '../ui/toast.tsx'
import { TooltipLayer } from '../ui/tooltip.tsx'
import { fetched, whenIdle } from '../ui/when-idle.ts'
import { useAheadOfPalette } from './ahead-of-palette.ts'
import { StudioMark, useStudioHere } from './studio-here.tsx'
import { useTheme } from './theme.ts'
import { useDryNotice } from './use-dry-notice.ts'

const loadPalette = () => fetched(() => import('./palette.tsx'))
const Palette = lazy(() => loadPalette().then((m) => ({ default: m.Palette })))
const Keys = lazy(() => fetched(() => import('./keys.tsx')).then((m) => ({ default: m.Keys })))

const PLACES = [
  { to: '/', label: 'Bench', hint: 'go-bench' },
  { to: '/log', label: 'Log', hint: 'go-log' },
  { to: '/shelf', label: 'Shelf', hint: 'go-shelf' },
] as const

/** The frame around every screen: where you are, where you can go, the palette and the keys. */
export function Shell() {
  useDryNotice()
  const { entry, missing } = useStudioHere()
  const navigate = useNavigate()
  const [theme, toggleTheme] = useTheme()
  const [keys, setKeys] = useState(false)
  const ahead = useAheadOfPalette()
  const find = () => {
    if (ahead.typed === null) ahead.begin()
  }
  // Fetched while nobody waits, and while there is a network.
  useEffect(() => {
    void whenIdle(4000).then(() => Promise.all([loadToasts(), loadPalette()]))
  }, [])
  useKey('find', find)
  useKey('keys', () => setKeys(true))
  useKey('new-job', () => navigate('/new'))
  useKey('go-bench', () => navigate('/'))
  useKey('go-log', () => navigate('/log'))
  useKey('go-shelf', () => navigate('/shelf'))
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
            <TabLink key={place.to} hint={place.hint} to={place.to} end={place.to === '/'} className="flex items-center">
              {place.label}
            </TabLink>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-1">
          <StudioMark entry={entry} />
          <Button kind="plain" icon="find" className="max-sm:hidden" onClick={find}>
            Find <KeyHint of="find" />
          </Button>
          <Button kind="plain" icon="keys" className="max-sm:hidden" onClick={() => setKeys(true)}>
            Keys <KeyHint of="keys" />
          </Button>
          <Button kind="plain" icon={theme === 'dark' ? 'light' : 'dark'} onClick={toggleTheme}>
            <span className="max-sm:sr-only">{theme === 'dark' ? 'Light' : 'Dark'}</span>
          </Button>
          <ButtonLink kind="act" icon="add" to="/new" hint="new-job" className="whitespace-nowrap">
            New job
          </ButtonLink>
        </div>
      </header>
      <main id="main" className="flex min-h-0 flex-1 flex-col">
        {missing ?? <Outlet />}
      </main>
      <Suspense>
        {ahead.typed !== null && <Palette typed={ahead.typed} there={ahead.there} close={ahead.end} />}
        {keys && <Keys close={() => setKeys(false)} />}
      </Suspense>
      <Toasts theme={theme} />
      <TooltipLayer />
    </div>
  )
}
