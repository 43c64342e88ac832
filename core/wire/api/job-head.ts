import type { JobHead } from './dto.ts'

/**
 * What tells a job from how it was, as one word. A studio that is made afresh has jobs of the same numbers and versions: they were
 * written at another time.
 */
export const stampOf = ({ version, state, gang, updatedAt }: Omit<JobHead, 'dueAt' | 'begun'>): string =>
  `${version} ${state} ${gang} ${updatedAt}`
