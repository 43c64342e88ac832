import { readFile } from 'node:fs/promises'
import { checkProfile, type ProfileCheck } from '../../core/color/accuracy/profile-check.ts'
import { measurementsIn } from '../../core/color/cgats/measurements.ts'
import { readCgats } from '../../core/color/cgats/read.ts'
import { compareProfiles, type ProfileComparison } from '../../core/color/health/compare-profiles.ts'
import { examine, type Health } from '../../core/color/health/health.ts'
import { readProfile, requirePrinterProfile } from '../../core/color/icc/read.ts'
import { type ProfileFacts, profileFacts } from '../../core/color/profile/facts.ts'
import { fail, ok, type Result } from '../../core/things/problem/problem.ts'
import { reasonOf } from '../reasons.ts'
import { loadEngine } from './engine.ts'

const bytesOf = async (file: string) => new Uint8Array(await readFile(file))

async function printerProfile(file: string) {
  const bytes = await bytesOf(file)
  const read = readProfile(bytes)
  const checked = read.ok ? requirePrinterProfile(read.value) : read
  return checked.ok ? ok({ bytes, info: checked.value }) : checked
}

/** Reads a profile to its end: what it says of itself, and what its tables come to. A file that cannot print says why. */
export async function readProfileFile({ file }: { file: string }): Promise<Result<{ description: string; facts: ProfileFacts }>> {
  const profile = await printerProfile(file)
  if (!profile.ok) return profile
  const { bytes, info } = profile.value
  try {
    return ok({ description: info.description, facts: profileFacts(await loadEngine(), bytes, info) })
  } catch (error) {
    return fail({
      field: 'profile',
      code: 'profile-unusable',
      message: `This profile’s tables cannot be used: ${reasonOf(error)}.`,
    })
  }
}

/** Examines a profile. */
export async function examineProfile({ file }: { file: string }): Promise<Result<Health>> {
  const profile = await printerProfile(file)
  return profile.ok ? ok(examine(await loadEngine(), profile.value.bytes, profile.value.info.tables)) : profile
}

/** Compares two profiles. */
export async function compareProfileFiles({ one, other }: { one: string; other: string }): Promise<ProfileComparison> {
  return compareProfiles(await loadEngine(), await bytesOf(one), await bytesOf(other))
}

/** Holds a profile against a measurement file. */
export async function checkProfileFile({ file, measurements }: { file: string; measurements: string }): Promise<Result<ProfileCheck>> {
  const table = readCgats(new TextDecoder('latin1').decode(await readFile(measurements)))
  const measured = table.ok ? measurementsIn(table.value) : table
  if (!measured.ok) return measured
  const profile = await printerProfile(file)
  return profile.ok ? checkProfile(await loadEngine(), profile.value.bytes, profile.value.info, measured.value) : profile
}
