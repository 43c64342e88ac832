import { useState } from 'react'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { FAULT_IDS, FAULTS, type FaultId } from '../../../core/work/faults/registry.ts'
import { FaultPanel } from './fault-panel.tsx'

/** For a fault that no printer tells of: the operator says what was seen. */
export function ReportFault({ run, studio, despite }: { run: Run; studio: Studio; despite: string[] }) {
  const [id, setId] = useState<FaultId | ''>('')
  return (
    <div className="mt-4">
      <label className="flex flex-wrap items-center gap-2">
        <span className="text-soft">Something went wrong?</span>
        <select value={id} onChange={(e) => setId(e.target.value as FaultId | '')} aria-label="What went wrong">
          <option value="">say what was seen …</option>
          {FAULT_IDS.map((each) => (
            <option key={each} value={each}>
              {FAULTS[each].title}
            </option>
          ))}
        </select>
      </label>
      {id !== '' && <FaultPanel key={id} run={run} faultId={id} studio={studio} despite={despite} canGoOn={false} />}
    </div>
  )
}
