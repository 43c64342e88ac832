import { useHotkeys } from 'react-hotkeys-hook'
import { useKeySettings } from './key-settings.ts'
import { type KeyId, keyOf, keysFor } from './registry.ts'

/** Parts that take letters for themselves while they have the focus. */
const OWN_KEYS =
  'input, textarea, select, [contenteditable], [role=combobox], [role=listbox], [role=menu], [role=dialog], [role=alertdialog]'
/** What is open over the screen, wherever the focus may be: it is on its way there. */
const OPEN = '[role=dialog], [role=alertdialog], [role=menu], [role=listbox]'

/** Keys that move within a part of their own: space presses a button, Enter too. */
const PRESSES = 'button, a[href], [role=button], [role=checkbox], [role=radio], [role=tab], [role=option]'

/** Whether what is pressed belongs to a field or to an open part. */
function isTheirs(event: KeyboardEvent): boolean {
  const at = event.target instanceof Element ? event.target : null
  if (at?.closest(OWN_KEYS)) return true
  if ((event.key === ' ' || event.key === 'Enter') && at?.closest(PRESSES)) return true
  return document.querySelector(OPEN) !== null
}

interface Options {
  enabled?: boolean
}

/** Listens for a key of the registry as this device has set it. `pressed` says which of several it was: `3`. */
export function useKey(id: KeyId, act: (event: KeyboardEvent, pressed: string) => void, { enabled = true }: Options = {}): void {
  const keys = keysFor(id, useKeySettings())
  const { always = false } = keyOf(id)
  const one = keys !== null && [...keys].length === 1
  // Signs lie on other keys in other countries, with or without Shift: they go by what is written.
  const sign = one && !/[a-z0-9]/i.test(keys)
  useHotkeys(
    keys ?? '',
    (event, { keys: pressed }) => act(event, pressed?.join('') ?? ''),
    {
      enabled: enabled && keys !== null,
      enableOnFormTags: always,
      enableOnContentEditable: always,
      sequenceSplitKey: '>',
      preventDefault: true,
      useKey: one,
      ignoreModifiers: sign,
      ignoreEventWhen: (event) => !always && isTheirs(event),
    },
    [act],
  )
}
