/** A number of things in words: `1 sheet`, `31 sheets`. @param more what several are called, where it is not one with an s */
export const counted = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`
