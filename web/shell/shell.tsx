import { lazy, Suspense, useState } from 'react'
import { flushSync } from 'react-dom'
import { NavLink, Outlet, useNavigate } from 'react-router'
import { useLiveChanges } from '../api/live.ts'
import { useKey } from '../keys/use-key.ts'
import { Button, ButtonLink } from '../ui/button.tsx'
import { KeyHint } from '../ui/key-hint.tsx'
import { TabLink } from '../ui/tabs.tsx'
import { Toasts } from '../ui/toast.tsx'
import { Tooltip, Tooltips } from '../ui/tooltip.tsx'
import { Palette } from './palette.tsx'
import { useTheme } from './theme.ts'
import { useDryNotice } from './use-dry-notice.ts'

const Keys = lazy(() => import('./keys.tsx').then((m) => ({ default: m.Keys })))

const PLACES = [
  { to: '/', label: 'Bench', hint: 'go-bench' },
  { to: '/log', label: 'Log', hint: 'go-log' },
  { to: '/shelf', label: 'Shelf', hint: 'go-shelf' },
] as const

/** The frame around every screen: where you are, where you can go, the palette and the keys. */
export function Shell() {
  useLiveChanges()
  useDryNotice()
  const navigate = useNavigate()
  const [theme, toggleTheme] = useTheme()
  const [open, setOpen] = useState<'palette' | 'keys' | null>(null)
  // At once, not when React gets to it: the letters typed right after it are the palette's.
  useKey('find', () => flushSync(() => setOpen('palette')))
  useKey('keys', () => setOpen('keys'))
  useKey('new-job', () => navigate('/new'))
  useKey('go-bench', () => navigate('/'))
  useKey('go-log', () => navigate('/log'))
  useKey('go-shelf', () => navigate('/shelf'))
  return (
    <Tooltips>
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
              <Tooltip key={place.to} hint={place.hint}>
                <TabLink to={place.to} end={place.to === '/'} className="flex items-center">
                  {place.label}
                </TabLink>
              </Tooltip>
            ))}
          </nav>
          <div className="ml-auto flex items-center gap-1">
            <Button kind="plain" icon="find" className="max-sm:hidden" onClick={() => setOpen('palette')}>
              Find <KeyHint of="find" />
            </Button>
            <Button kind="plain" icon="keys" className="max-sm:hidden" onClick={() => setOpen('keys')}>
              Keys <KeyHint of="keys" />
            </Button>
            <Button kind="plain" icon={theme === 'dark' ? 'light' : 'dark'} onClick={toggleTheme}>
              <span className="max-sm:sr-only">{theme === 'dark' ? 'Light' : 'Dark'}</span>
            </Button>
            <ButtonLink kind="act" icon="add" to="/new" className="whitespace-nowrap">
              New job
            </ButtonLink>
          </div>
        </header>
        <main id="main" className="flex min-h-0 flex-1 flex-col">
          <Outlet />
        </main>
        {open === 'palette' && <Palette close={() => setOpen(null)} />}
        <Suspense>{open === 'keys' && <Keys close={() => setOpen(null)} />}</Suspense>
        <Toasts theme={theme} />
      </div>
    </Tooltips>
  )
}
