export const SOURCE: string
