/** Files a page can be handed over as. */
export const PRINT_FORMATS = ['tiff', 'tiff16', 'png', 'png16', 'jpeg', 'pdf', 'pwg'] as const
export type PrintFormat = (typeof PRINT_FORMATS)[number]

/** Formats that hold a page for every form of a plate. */
export const MANY_PAGED: readonly PrintFormat[] = ['pdf', 'pwg']

/** What each is, for people, and how its file is called. */
export const PRINT_FORMAT: Record<PrintFormat, { name: string; extension: string; type: string }> = {
  tiff: { name: 'TIFF, 8 bit', extension: 'tif', type: 'image/tiff' },
  tiff16: { name: 'TIFF, 16 bit', extension: 'tif', type: 'image/tiff' },
  png: { name: 'PNG, 8 bit', extension: 'png', type: 'image/png' },
  png16: { name: 'PNG, 16 bit', extension: 'png', type: 'image/png' },
  jpeg: { name: 'JPEG', extension: 'jpg', type: 'image/jpeg' },
  pdf: { name: 'PDF', extension: 'pdf', type: 'application/pdf' },
  pwg: { name: 'PWG Raster', extension: 'pwg', type: 'image/pwg-raster' },
}
