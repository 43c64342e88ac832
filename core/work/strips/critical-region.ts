/**
 * Finds the window of a map in which most of something lies, by sums over a table of areas.
 * @param map one value a pixel, row by row
 * @param window size of the window, pixels
 * @returns its centre, as shares of the width and height
 */
export function criticalRegion(
  map: Uint8Array,
  width: number,
  height: number,
  window: { w: number; h: number },
): { x: number; y: number; mean: number } {
  const w = Math.max(1, Math.min(width, Math.round(window.w)))
  const h = Math.max(1, Math.min(height, Math.round(window.h)))
  const stride = width + 1
  const sums = new Float64Array(stride * (height + 1))
  for (let y = 0; y < height; y++) {
    let row = 0
    for (let x = 0; x < width; x++) {
      row += map[y * width + x] as number
      sums[(y + 1) * stride + x + 1] = (sums[y * stride + x + 1] as number) + row
    }
  }
  let best = { sum: -1, x: 0, y: 0 }
  for (let y = 0; y + h <= height; y++)
    for (let x = 0; x + w <= width; x++) {
      const sum =
        (sums[(y + h) * stride + x + w] as number) -
        (sums[y * stride + x + w] as number) -
        (sums[(y + h) * stride + x] as number) +
        (sums[y * stride + x] as number)
      if (sum > best.sum) best = { sum, x, y }
    }
  return { x: (best.x + w / 2) / width, y: (best.y + h / 2) / height, mean: best.sum / (w * h) }
}
