import { useState } from 'react'
import { setKeySettings, useKeySettings } from '../keys/key-settings.ts'
import { canMove, KEY_IDS, KEYS, type KeyId, keyOf, keysFor, USUAL_KEYS, whyNotKey } from '../keys/registry.ts'
import { Button } from '../ui/button.tsx'
import { Switch } from '../ui/check.tsx'
import { Dialog } from '../ui/dialog.tsx'
import { KeyCap } from '../ui/key-hint.tsx'

const GROUPS = [...new Set(KEY_IDS.map((id) => KEYS[id].where))]

/** What the keyboard does on this device, and how to change that. */
export function Keys({ close }: { close: () => void }) {
  const settings = useKeySettings()
  const [moving, setMoving] = useState<KeyId | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const move = (id: KeyId, key: string) => {
    const refused = whyNotKey(id, key, settings)
    setWhy(refused)
    if (refused) return
    const { [id]: _before, ...others } = settings.moved
    setKeySettings({ ...settings, moved: KEYS[id].keys.split(',').includes(key) ? others : { ...others, [id]: key } })
    setMoving(null)
  }
  return (
    <Dialog title="Keys" onClose={close}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair px-4 py-2">
        <Switch checked={settings.single} onChange={(single) => setKeySettings({ ...settings, single })}>
          Keys of one letter or sign
        </Switch>
        {(Object.keys(settings.moved).length > 0 || !settings.single) && (
          <Button kind="link" className="ml-auto" onClick={() => setKeySettings(USUAL_KEYS)}>
            all as they were
          </Button>
        )}
      </div>
      <div className="overflow-y-auto p-4">
        {GROUPS.map((where) => (
          <section key={where} aria-label={where} className="mb-4">
            <h3 className="mb-1 text-sm text-soft">{where}</h3>
            <ul>
              {KEY_IDS.filter((id) => KEYS[id].where === where).map((id) => {
                const keys = keyOf(id).told ? KEYS[id].keys : keysFor(id, settings)
                return (
                  <li key={id} className="flex min-h-hit items-center gap-3">
                    <span className="w-36 shrink-0">{keys ? <KeyCap keys={keys} /> : <span className="text-faint">off</span>}</span>
                    <span className="min-w-0 flex-1">{KEYS[id].does}</span>
                    {canMove(id) &&
                      (moving === id ? (
                        <Button
                          small
                          autoFocus
                          aria-label={`Press the new key for “${KEYS[id].does}”`}
                          onBlur={() => setMoving(null)}
                          onKeyDown={(e) => {
                            if (e.key === 'Tab' || e.key === 'Shift') return
                            e.preventDefault()
                            e.stopPropagation()
                            if (e.key === 'Escape') setMoving(null)
                            else move(id, e.key.toLowerCase())
                          }}
                        >
                          Press a key …
                        </Button>
                      ) : (
                        <Button
                          kind="link"
                          className="text-sm"
                          aria-label={`Another key for “${KEYS[id].does}”`}
                          onClick={() => {
                            setWhy(null)
                            setMoving(id)
                          }}
                        >
                          change
                        </Button>
                      ))}
                  </li>
                )
              })}
            </ul>
          </section>
        ))}
      </div>
      <div className="flex items-center gap-3 border-t border-line p-3">
        <p role="status" className="min-w-0 flex-1 text-stop">
          {why}
        </p>
        <Button onClick={close}>Close</Button>
      </div>
    </Dialog>
  )
}
