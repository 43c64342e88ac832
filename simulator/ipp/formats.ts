/** Pictures the machines open by themselves. A page description language they do not speak, and say so. */
export const PICTURES = ['image/jpeg', 'image/tiff']
export const FORMATS = ['application/octet-stream', 'image/pwg-raster', ...PICTURES]
