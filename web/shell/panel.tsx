import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

/** A sheet of help or search over the screen; Escape closes it. */
export function Panel({ title, close, children }: { title: string; close: () => void; children: ReactNode }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-30 flex max-h-[70vh] w-[min(36rem,94vw)] -translate-x-1/2 flex-col overflow-hidden rounded-sm border border-line bg-raised"
        >
          <Dialog.Title className="sr-only">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
