import { noise } from './noise.ts'

/** A notice with invented tide heights as bars, and a blank foot where the printer's name used to stand: line art on white. */
export function tideTablesSvg(width: number, height: number): string {
  const parts: string[] = []
  const margin = width * 0.05
  const ink = '#16223c'
  parts.push(`<rect x="0" y="0" width="${width}" height="${height * 0.1}" fill="${ink}"/>`)
  for (let i = 0; i < 4; i++)
    parts.push(
      `<rect x="${margin * (2 + i * 2.1)}" y="${height * 0.04}" width="${margin * 1.6}" height="${height * 0.03}" fill="#e9e4d4"/>`,
    )
  const [top, bottom] = [height * 0.17, height * 0.88]
  const rows = 31
  const row = (bottom - top) / rows
  for (let day = 0; day < rows; day++) {
    const y = top + day * row
    parts.push(`<line x1="${margin}" y1="${y}" x2="${width - margin}" y2="${y}" stroke="#8a8f9c" stroke-width="${width / 1800}"/>`)
    for (let tide = 0; tide < 4; tide++) {
      const level = 0.5 + 0.42 * Math.sin(day * 0.43 + tide * 1.57) + 0.08 * (noise(day, tide, 41) - 0.5)
      const x = margin * 2 + (tide * (width - 3 * margin)) / 4
      parts.push(
        `<rect x="${x}" y="${y + row * 0.25}" width="${Math.max(2, (level * (width - 3 * margin)) / 4.6)}" height="${row * 0.5}" fill="${tide % 2 ? '#2f5f86' : '#8d2f1f'}"/>`,
      )
    }
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#ffffff"/>${parts.join('')}</svg>`
}
