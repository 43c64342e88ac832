import { join } from 'node:path'
import { config } from '../config.ts'

const file = (weight: number) => join(config.root, `node_modules/@fontsource/commissioner/files/commissioner-latin-${weight}-normal.woff`)

/** Fonts of printed documents; the same family as on screen. */
export const FONT_FILES = { regular: file(400), bold: file(600) } as const
