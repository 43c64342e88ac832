/** The scale of a map of differences: white for none, black for the most. */
export const GreyScale = () => <span className="grey-scale h-3 w-48 border border-wheel-ink" aria-hidden="true" />
