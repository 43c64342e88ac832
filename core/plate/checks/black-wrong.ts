import type { Check } from './check.ts'

export const blackWrong: Check = {
  id: 'black-wrong',
  title: 'The other black ink is installed',
  touches: ['media-type', 'printer'],
  about: 'plate',
  follows: ['media-unsuited'],
  on: 'plate',
  find: ({ printer, mediaType }) => {
    const { installed, swap } = printer.black
    if (installed === 'both' || mediaType.black === 'either' || mediaType.black === installed) return []
    return [
      {
        level: 'warn',
        says: `“${mediaType.driverName}” prints with ${mediaType.black} black; ${printer.name} has ${installed} black in. ${swap ? `The swap takes ${swap.minutes} min and ${swap.millilitres} ml of ink: group the jobs that need it.` : 'It cannot be swapped.'}`,
        numbers: { minutes: swap?.minutes ?? 0, millilitres: swap?.millilitres ?? 0 },
      },
    ]
  },
}
