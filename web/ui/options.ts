import type { ReactNode } from 'react'

/** Something to choose: the value, its words, and what stands before and behind them. */
export interface Option<T> {
  value: T
  words: string
  before?: ReactNode
  note?: string | undefined
  disabled?: boolean | undefined
}

/** Options as `[value, words]`, the short way for plain ones. */
export type Options<T> = readonly (readonly [value: T, words: string] | Option<T>)[]

const isPair = <T>(option: readonly [T, string] | Option<T>): option is readonly [T, string] => Array.isArray(option)

export const asOption = <T>(option: readonly [T, string] | Option<T>): Option<T> =>
  isPair(option) ? { value: option[0], words: option[1] } : option
