import { lazy, Suspense, useSyncExternalStore } from 'react'
import type { ExternalToast, ToasterProps } from 'sonner'
import { fetched } from './when-idle.ts'

/** Fetched before it is needed, for the news may be that the network is away. */
export const loadToasts = () => fetched(() => import('sonner'))
let wanted = false
const listeners = new Set<() => void>()
const Toaster = lazy(() => loadToasts().then(({ Toaster }) => ({ default: Toaster })))

const say =
  (how: 'message' | 'success' | 'error') =>
  (words: string, options?: ExternalToast): void => {
    wanted = true
    for (const told of listeners) told()
    void loadToasts().then(({ toast }) => toast[how](words, options))
  }

/** Short news at the edge of the screen: what was done, with a way back, or what went wrong. */
export const toast = Object.assign(say('message'), { success: say('success'), error: say('error') })

const subscribe = (told: () => void) => {
  listeners.add(told)
  return () => {
    listeners.delete(told)
  }
}

/** Where they appear. */
export function Toasts({ theme }: { theme: NonNullable<ToasterProps['theme']> }) {
  const there = useSyncExternalStore(subscribe, () => wanted)
  return there ? (
    <Suspense>
      <Toaster
        theme={theme}
        position="bottom-right"
        visibleToasts={3}
        toastOptions={{ style: { borderRadius: 2, fontFamily: 'inherit' } }}
      />
    </Suspense>
  ) : null
}
