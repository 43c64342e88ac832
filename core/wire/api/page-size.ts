/** How many of a long list are told at once: about as many as are looked at before one searches. */
export const PAGE = 30
/** Most of them, for whoever says how many. */
export const MOST_AT_ONCE = 200
