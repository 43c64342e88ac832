/** Longest sides a kept picture can be asked for small, pixels: for lists, and for one of many on a drawn sheet. */
export const SMALL_SIDES = [192, 640] as const
export type SmallSide = (typeof SMALL_SIDES)[number]
