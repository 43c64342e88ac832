import { useEffect } from 'react'
import type { Finding } from '../../../core/plate/checks/check.ts'
import { findingsOfPart } from '../../../core/plate/resolve/part.ts'
import type { Plate } from '../../../core/plate/resolve/plate.ts'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Missing } from '../../../core/work/runs/missing.ts'
import { useMoment } from '../plate/moment.ts'
import { leftOf } from './which-sheets.ts'

interface Left {
  jobId: number
  plate: Plate
  studio: Studio
  missing: Missing | undefined
  /** Null where somebody else judges. */
  judge: ((findings: Finding[] | null) => void) | null
}

/** Of a job of which some sheets are out the others are judged. */
export function useJudgeLeft({ jobId, plate, studio, missing, judge }: Left): void {
  const moment = useMoment(jobId)
  useEffect(() => {
    if (!judge) return
    const left = leftOf(plate, 'front', missing)
    judge(left && findingsOfPart(plate.brief, studio, plate.pins, moment, left))
  }, [plate, studio, moment, missing, judge])
}
