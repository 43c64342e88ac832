import { Toaster } from 'sonner'

export { toast } from 'sonner'

/** Where short news appear: what was done, with a way back. */
export const Toasts = ({ theme }: { theme: 'light' | 'dark' }) => (
  <Toaster theme={theme} position="bottom-right" visibleToasts={3} toastOptions={{ style: { borderRadius: 2, fontFamily: 'inherit' } }} />
)
