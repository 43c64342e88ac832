import { noise } from './noise.ts'

/** A pen-line chart of an invented harbour: contours, soundings, a rose; line art with hairlines. */
export function chartSvg(width: number, height: number): string {
  const parts: string[] = []
  for (let level = 0; level < 22; level++) {
    const points: string[] = []
    for (let i = 0; i <= 220; i++) {
      const t = i / 220
      const wobble = noise(t * 6 + level * 0.13, level * 0.31, 3) * 0.34 + noise(t * 22, level * 0.5, 9) * 0.035
      points.push(`${(t * width).toFixed(1)},${((0.08 + level * 0.036 + wobble * 0.42) * height).toFixed(1)}`)
    }
    parts.push(
      `<polyline points="${points.join(' ')}" fill="none" stroke="#141a2e" stroke-width="${level % 5 === 0 ? width / 700 : width / 2600}"/>`,
    )
  }
  for (let i = 0; i < 130; i++) {
    const x = noise(i * 3.7, 1, 21) * 0.94 + 0.03
    const y = noise(i * 5.1, 2, 22) * 0.8 + 0.12
    parts.push(
      `<text x="${(x * width).toFixed(0)}" y="${(y * height).toFixed(0)}" font-family="serif" font-style="italic" font-size="${(width / 110).toFixed(0)}" fill="#22304f">${(2 + noise(i, 3, 23) * 38).toFixed(0)}</text>`,
    )
  }
  const [cx, cy, r] = [width * 0.8, height * 0.76, width * 0.085]
  for (let i = 0; i < 32; i++) {
    const a = (i * Math.PI) / 16
    const inner = i % 4 === 0 ? 0.1 : i % 2 === 0 ? 0.55 : 0.85
    parts.push(
      `<line x1="${cx + Math.sin(a) * r * inner}" y1="${cy - Math.cos(a) * r * inner}" x2="${cx + Math.sin(a) * r}" y2="${cy - Math.cos(a) * r}" stroke="#8d2f1f" stroke-width="${width / (i % 4 === 0 ? 900 : 2200)}"/>`,
    )
  }
  parts.push(`<circle cx="${cx}" cy="${cy}" r="${r}" fill="none" stroke="#8d2f1f" stroke-width="${width / 900}"/>`)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fffefb"/><rect x="2%" y="2.6%" width="96%" height="94.8%" fill="none" stroke="#141a2e" stroke-width="${width / 900}"/>${parts.join('')}</svg>`
}
