/**
 * A size that is beyond a limit, rounded up to a tenth: what is refused for being larger than 1 GB is never said to have 1.0 GB.
 * @param bytes what the file has
 * @param each bytes of one unit, e.g. 2 ** 30 for gigabytes
 */
export const sayBeyond = (bytes: number, each: number): string => (Math.ceil((bytes / each) * 10) / 10).toFixed(1)
