import { execFileSync } from 'node:child_process'
import type { Triple } from '../color/cie.ts'

interface Way {
  /** A profile's file, or `*sRGB`, `*Lab`. */
  from: string
  to: string
  /** ICC number: 0 perceptual, 1 relative, 2 saturation, 3 absolute. */
  intent: number
  blackPoint?: boolean
}

/** Colours by Debian's transicc (liblcms2-utils), the reference tool for profile transforms: as many numbers as the space has. */
export function transicc({ from, to, intent, blackPoint = false }: Way, colours: readonly ArrayLike<number>[]): number[][] {
  const args = ['-n', '-i', from, '-o', to, '-t', String(intent), ...(blackPoint ? ['-b'] : [])]
  return execFileSync('transicc', args, {
    input: `${colours.map((c) => Array.from(c).join(' ')).join('\n')}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'ignore'],
    maxBuffer: 1 << 26,
  })
    .trim()
    .split('\n')
    .slice(0, colours.length)
    .map((line) => line.trim().split(/\s+/).map(Number))
}

/** The same into Lab or RGB. */
export const transiccTriples = (way: Way, colours: readonly ArrayLike<number>[]): Triple[] =>
  transicc(way, colours).map(([a, b, c]) => [a, b, c] as [number, number, number])
