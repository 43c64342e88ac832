/** Longest word that is kept, letters; most words that are looked for at once. */
const LONGEST = 40
const MOST = 8
/** Between what was known when a run began and what its inspection says. */
const MARK = '¦'

/** Words without accents: who types “naive” means “naïve” too. */
const wordsIn = (text: string): string[] =>
  (
    text
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .match(/[\p{L}\p{N}]+/gu) ?? []
  ).map((word) => word.slice(0, LONGEST))

/**
 * A text as it is searched: each of its words once, in small letters, each after a space, so that “ wor” finds what begins
 * like that.
 */
export const searchable = (...texts: readonly (string | null | undefined)[]): string =>
  [...new Set(texts.flatMap((text) => wordsIn(text ?? '')))].map((word) => ` ${word}`).join('')

/** What a run is found by, with what its inspection says in place of what one before said. */
export const withInspection = (text: string, says: string): string => `${text.split(` ${MARK}`)[0]} ${MARK}${says}`

/** The words a searchable text stands under. */
export const wordsOf = (text: string): string[] => [...new Set(text.split(' ').filter((word) => word !== '' && word !== MARK))]

/** Beginnings of words that are looked for; a run has to have all of them. */
export const wanted = (typed: string): string[] => [...new Set(wordsIn(typed))].slice(0, MOST)
