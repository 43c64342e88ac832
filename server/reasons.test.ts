import { isDiskFull, reasonOf } from './reasons.ts'

test.each([
  [Object.assign(new Error('write'), { code: 'ENOSPC' }), 'the disk is full'],
  [Object.assign(new Error('write'), { code: 'EDQUOT' }), 'the disk is full'],
  [new Error('unix error: No space left on device /srv/secret'), 'the disk is full'],
  [Object.assign(new Error('x'), { original: { errno: 1021 } }), 'the disk is full'],
  [Object.assign(new Error('open'), { code: 'ENOENT' }), 'a file it needs is missing'],
  [new Error('Input file is missing: /srv/secret'), 'a file it needs is missing'],
  [Object.assign(new Error('x'), { code: 'ERR_WORKER_OUT_OF_MEMORY' }), 'it needs more memory than there is'],
  [new Error('VipsJpeg: /srv/secret: out of order read'), 'something went wrong on the way; the log has the details'],
  [null, 'something went wrong on the way; the log has the details'],
])('%s is said as “%s”, without its own words', (error, says) => {
  expect(reasonOf(error)).toBe(says)
  expect(isDiskFull(error)).toBe(says === 'the disk is full')
})
