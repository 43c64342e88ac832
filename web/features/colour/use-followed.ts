import { useEffect, useRef } from 'react'
import type { CriticalColour } from '../../../core/things/brief/critical.ts'
import { api } from '../../api/client.ts'

/** Follows critical colours to a profile that came onto the shelf after they were picked; each profile is tried once. */
export function useFollowed(
  pictureId: string | undefined,
  profileId: string | undefined,
  colours: CriticalColour[],
  onFollowed: (colours: CriticalColour[]) => void,
): void {
  const tried = useRef(new Set<string>())
  useEffect(() => {
    if (!pictureId || !profileId || tried.current.has(profileId) || colours.every((c) => c.misses[profileId])) return
    tried.current.add(profileId)
    Promise.all(colours.map((c) => api('POST /pictures/{id}/colours', { id: pictureId, body: { name: c.name, rgb: c.rgb } }))).then(
      onFollowed,
      () => undefined,
    )
  }, [pictureId, profileId, colours, onFollowed])
}
