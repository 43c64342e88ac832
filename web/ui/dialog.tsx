import { AlertDialog, Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'
import { Button } from './button.tsx'

interface Props {
  title: string
  /** The title is read aloud only: what stands inside says it. */
  hideTitle?: boolean
  onClose(): void
  children: ReactNode
  /** At the right edge, as high as the screen, instead of in its middle. */
  side?: boolean
}

/** Something to deal with before going on, over the screen; Escape closes it. */
export const Dialog = ({ title, hideTitle = false, onClose, children, side = false }: Props) => (
  <Radix.Root open onOpenChange={(open) => !open && onClose()}>
    <Radix.Portal>
      <Radix.Overlay className="veil" />
      <Radix.Content
        aria-describedby={undefined}
        className={`over fixed flex flex-col overflow-hidden ${
          side ? 'inset-y-0 right-0 w-[min(24rem,94vw)]' : 'top-[12vh] left-1/2 max-h-[76vh] w-[min(36rem,94vw)] -translate-x-1/2'
        }`}
      >
        <Radix.Title className={hideTitle ? 'sr-only' : 'border-b border-line px-4 py-3 text-base font-semibold'}>{title}</Radix.Title>
        {children}
      </Radix.Content>
    </Radix.Portal>
  </Radix.Root>
)

/** The same at the right edge: a record beside the list it belongs to. */
export const SidePanel = (props: Omit<Props, 'side'>) => <Dialog {...props} side />

interface ConfirmProps {
  title: string
  /** What it would do that cannot be taken back. */
  children: ReactNode
  /** The verb: “Delete the studio”. */
  act: string
  leave?: string
  onAct(): void
  onLeave(): void
}

/** A question before what cannot be undone; the way that harms nothing has the focus. */
export const Confirm = ({ title, children, act, leave = 'Leave it', onAct, onLeave }: ConfirmProps) => (
  <AlertDialog.Root open onOpenChange={(open) => !open && onLeave()}>
    <AlertDialog.Portal>
      <AlertDialog.Overlay className="veil" />
      <AlertDialog.Content className="over fixed top-[20vh] left-1/2 w-[min(28rem,94vw)] -translate-x-1/2 p-4">
        <AlertDialog.Title className="text-base font-semibold">{title}</AlertDialog.Title>
        <AlertDialog.Description asChild>
          <div className="mt-1 text-soft">{children}</div>
        </AlertDialog.Description>
        <div className="mt-4 flex flex-wrap justify-end gap-2">
          <AlertDialog.Cancel asChild>
            <Button>{leave}</Button>
          </AlertDialog.Cancel>
          <AlertDialog.Action asChild>
            <Button kind="act" onClick={onAct}>
              {act}
            </Button>
          </AlertDialog.Action>
        </div>
      </AlertDialog.Content>
    </AlertDialog.Portal>
  </AlertDialog.Root>
)
