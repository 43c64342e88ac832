/** No room left on the disk, in the words of the system, of libvips and of the database (errno 1021, 1114, 28). */
export function isDiskFull(error: unknown): boolean {
  const { code, message = '', original } = (error ?? {}) as { code?: string; message?: string; original?: { errno?: number } }
  return code === 'ENOSPC' || code === 'EDQUOT' || original?.errno === 1021 || /no space left|ENOSPC|disk quota|errno: 28\b/i.test(message)
}

/** Why a piece of work failed, as a clause for people; a library's own words and the paths in them stay in the log. */
export function reasonOf(error: unknown): string {
  if (isDiskFull(error)) return 'the disk is full'
  const { code, message = '' } = (error ?? {}) as { code?: string; message?: string }
  if (code === 'ENOENT' || /ENOENT|no such file|does not exist|input file is missing/i.test(message)) return 'a file it needs is missing'
  if (/memory/i.test(`${code} ${message}`)) return 'it needs more memory than there is'
  return 'something went wrong on the way; the log has the details'
}
