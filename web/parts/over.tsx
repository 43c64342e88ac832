import { useState } from 'react'
import { apiUrl } from '../api/here.ts'
import { KEY_IDS } from '../keys/registry.ts'
import { Badge } from '../ui/badge.tsx'
import { Button, ButtonLink, FileLink, IconButton } from '../ui/button.tsx'
import { CopyButton } from '../ui/copy-button.tsx'
import { Confirm, Dialog, SidePanel } from '../ui/dialog.tsx'
import { Icon } from '../ui/icon.tsx'
import { ICONS, type IconName } from '../ui/icons.ts'
import { KeyHint } from '../ui/key-hint.tsx'
import { AtHand, Menu, type MenuAct } from '../ui/menu.tsx'
import { Popover } from '../ui/popover.tsx'
import { toast } from '../ui/toast.tsx'
import { Part, State } from './part.tsx'

const KINDS = ['usual', 'act', 'plain', 'link'] as const

/** What is pressed, and what opens over the screen. */
export function OverParts() {
  const [open, setOpen] = useState<'dialog' | 'confirm' | 'side' | null>(null)
  const [done, setDone] = useState('nothing yet')
  const close = () => setOpen(null)
  const acts: MenuAct[] = [
    { words: 'Turn', icon: 'turn', hint: 'turn', act: () => setDone('turned') },
    { words: 'Centre', hint: 'centre', act: () => setDone('centred') },
    null,
    { words: 'Put aside', icon: 'remove', disabled: true, act: () => setDone('put aside') },
  ]
  return (
    <>
      <Part name="Button">
        {KINDS.map((kind) => (
          <State key={kind} of={kind}>
            <div className="flex flex-wrap items-center gap-2">
              <Button kind={kind}>Print</Button>
              <Button kind={kind} icon="print">
                Print
              </Button>
              <Button kind={kind} disabled>
                Print
              </Button>
              <Button kind={kind} small>
                Print
              </Button>
            </div>
          </State>
        ))}
        <State of="on and off, with a key">
          <div className="flex gap-2">
            <Button pressed>On</Button>
            <Button pressed={false}>Off</Button>
            <Button hint="finding">Next finding</Button>
          </div>
        </State>
        <State of="of an icon">
          <div className="flex gap-2">
            <IconButton icon="turn" label="Turn the picture" hint="turn" />
            <IconButton icon="close" label="Close" small />
            <IconButton icon="close" label="Close, not now" disabled />
          </div>
        </State>
        <State of="to another place, to a file">
          <div className="flex gap-2">
            <ButtonLink to="/">To the bench</ButtonLink>
            <FileLink icon="saveFile" href={apiUrl('/schemas/printer.json')}>
              Save the schema
            </FileLink>
          </div>
        </State>
        <State of="to the clipboard">
          <CopyButton text="media-type = photographic-glossy" />
        </State>
        <State of="how many wait">
          <span className="flex gap-2">
            <Badge count={3} of="findings" />
            <Badge count={1200} of="findings" />
            <Badge count={0} of="findings" />
          </span>
        </State>
      </Part>
      <Part name="Tooltip and keys">
        <State of="rest on it, or reach it by Tab">
          <Button kind="link" says="So that a millimetre is a millimetre" hint="edge">
            Look closely
          </Button>
        </State>
        <State of="every key there is" wide>
          <span className="flex flex-wrap gap-1">
            {KEY_IDS.map((id) => (
              <KeyHint key={id} of={id} />
            ))}
          </span>
        </State>
      </Part>
      <Part name="Popover and menus">
        <State of="something small">
          <Popover label="Columns" opener={<Button icon="columns">Columns</Button>}>
            <p className="max-w-56">What is chosen here counts at once.</p>
          </Popover>
        </State>
        <State of={`acts behind a button: ${done}`}>
          <Menu acts={acts} opener={<IconButton icon="menu" label="More acts" />} />
        </State>
        <State of="the same under the right button">
          <AtHand acts={acts}>
            <div className="border border-dashed border-line px-6 py-4">A piece of paper</div>
          </AtHand>
        </State>
      </Part>
      <Part name="Dialogs">
        <State of="to deal with first">
          <Button onClick={() => setOpen('dialog')}>Open a dialog</Button>
        </State>
        <State of="cannot be undone">
          <Button onClick={() => setOpen('confirm')}>Ask before it</Button>
        </State>
        <State of="a record beside its list">
          <Button onClick={() => setOpen('side')}>Open the side panel</Button>
        </State>
        <State of="short news">
          <Button onClick={() => toast('Turned.', { action: { label: 'Undo', onClick: () => setDone('undone') } })}>Say something</Button>
        </State>
        {open === 'dialog' && (
          <Dialog title="Keep this set-up" onClose={close}>
            <p className="p-4">It is offered for the next picture on this paper.</p>
            <p className="border-t border-line p-3 text-right">
              <Button kind="act" onClick={close}>
                Keep it
              </Button>
            </p>
          </Dialog>
        )}
        {open === 'confirm' && (
          <Confirm
            title="Throw the pages away"
            act="Throw them away"
            onLeave={close}
            onAct={() => {
              setDone('thrown away')
              close()
            }}
          >
            <p>They can only be made again from the pictures.</p>
          </Confirm>
        )}
        {open === 'side' && (
          <SidePanel title="Saltmarsh Cotton 308" onClose={close}>
            <p className="p-4">Art paper, 308 g/m², 0.47 mm.</p>
          </SidePanel>
        )}
      </Part>
      <Part name="Icons">
        {(Object.keys(ICONS) as IconName[]).map((name) => (
          <span key={name} className="flex w-32 items-center gap-2">
            <Icon of={name} /> {name}
          </span>
        ))}
      </Part>
    </>
  )
}
