import type { Check } from './check.ts'

export const pinLost: Check = {
  id: 'pin-lost',
  title: 'A pinned choice is gone',
  touches: [],
  about: 'plate',
  on: 'asked',
  find: ({ lostPins }) =>
    lostPins.map((pin) => ({
      suffix: pin.key,
      level: 'stop',
      says: `You pinned “${pin.id}” as ${pin.title.toLowerCase()}, which is not to be had here. Something else stands in its place.`,
      numbers: {},
      fix: { label: 'Release the pin', pins: { [pin.key]: null } },
    })),
}
