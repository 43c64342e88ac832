import type { Check } from './check.ts'

export const profileBorrowed: Check = {
  id: 'profile-borrowed',
  title: 'The profile is borrowed',
  touches: ['profile'],
  about: 'plate',
  on: 'plate',
  find: ({ profile, printer, management }) =>
    profile?.boundTo?.borrowedFrom && profile.boundTo.printerId === printer.id && management !== 'driver'
      ? [
          {
            level: 'note',
            says: `The profile was made on ${profile.boundTo.borrowedFrom} and is borrowed for ${printer.name}. With the same inks and screening it serves; look at greys on the first sheet.`,
            numbers: {},
          },
        ]
      : [],
}
