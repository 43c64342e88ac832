/** A sentence in which numbers stay with their units at the end of a line. */
export const unbroken = (text: string): string => text.replace(/(\d) (?=%|in\b|[cm]?m\b)/g, '$1\u00a0')
