import { backupDue, backupName, backupTrouble, diskTrouble, nextBackup, said, toLetGo, type Upkeep } from './upkeep.ts'

/** Local times, since backups are made at night where the studio is. */
const at = (day: number, hour: number, minute = 0) => new Date(2026, 10, day, hour, minute)

test('a backup is due once a night has passed since the last one, or since the beginning', () => {
  expect(backupDue(at(20, 1, 59), at(19, 2), at(1, 0))).toBe(false)
  expect(backupDue(at(20, 2), at(19, 2), at(1, 0))).toBe(true)
  expect(backupDue(at(20, 2, 30), at(20, 2, 1), at(1, 0))).toBe(false)
  // Switched off for a week, it is due at once; begun today, not before the night.
  expect(backupDue(at(27, 9), at(20, 2, 1), at(1, 0))).toBe(true)
  expect(backupDue(at(27, 9), null, at(27, 8))).toBe(false)
  expect(backupDue(at(28, 2), null, at(27, 8))).toBe(true)
  expect(nextBackup(at(27, 9), null, at(27, 8))).toEqual(at(28, 2))
  expect(nextBackup(at(27, 1), null, at(26, 8))).toEqual(at(27, 2))
  expect(nextBackup(at(27, 9), at(20, 2), at(1, 0))).toEqual(at(27, 9))
})
const backups = (change: Partial<Upkeep['backups']>): Pick<Upkeep, 'backups'> => ({
  backups: { folder: '/b', holds: { bytes: 0, files: 0 }, keep: 3, made: [], making: null, failed: null, next: null, ...change },
})
test('an owner is told of a backup that failed, or is too old, until there is a newer one', () => {
  const made = [{ name: 'a', at: at(20, 2).toISOString(), bytes: 1 }]
  const failed = { at: at(21, 2).toISOString(), says: 'the disk is full.' }
  expect(backupTrouble(backups({ made, failed }), at(21, 9))).toBe('The last backup could not be made: the disk is full.')
  expect(backupTrouble(backups({ made: [{ name: 'b', at: at(21, 3).toISOString(), bytes: 1 }], failed }), at(21, 9))).toBeNull()
  expect(backupTrouble(backups({ failed }), at(21, 9))).toContain('the disk is full')
  expect(backupTrouble(backups({ made }), at(22, 2))).toBeNull()
  expect(backupTrouble(backups({ made }), at(22, 2, 1))).toContain('two days')
  expect(backupTrouble(backups({ made, keep: 0 }), at(30, 2))).toBeNull()
  expect(backupTrouble(backups({}), at(30, 2))).toBeNull()
})
test('room on the disk: at the reserve there is enough, a byte below it there is not', () => {
  const disk = (free: number) => ({ disk: { free, total: 1e9, reserve: 500_000_000 } })
  expect(diskTrouble(disk(500_000_000))).toBeNull()
  expect(diskTrouble(disk(499_999_999))).toBe('Only 500 MB are free on the disk; the house rules keep 500 MB free.')
  expect(diskTrouble(disk(1_200_000))).toContain('Only 1.2 MB are free')
})
test.each([
  [0, '0 bytes'],
  [999, '999 bytes'],
  [1000, '1.0 kB'],
  [9_949, '9.9 kB'],
  [9_950, '10 kB'],
  [999_400, '999 kB'],
  [999_500, '1.0 MB'],
  [24_300_000_000, '24 GB'],
  [5e15, '5000 TB'],
])('%d is said as %s', (bytes, says) => expect(said(bytes)).toBe(says))
test('of nightly backups the latest stay; what has another name is left alone, and one always stays', () => {
  const names = [3, 1, 2].map((day) => backupName(new Date(Date.UTC(2026, 10, day, 2, 0, 5))))
  expect(names[1]).toBe('arch-plate-2026-11-01-020005.zip')
  const all = ['mine.zip', 'arch-plate-old.zip', ...names]
  expect(toLetGo(all, 2)).toEqual([names[1]])
  expect(toLetGo(all, 3)).toEqual([])
  expect(toLetGo(all, 0)).toEqual([names[2], names[1]])
})
