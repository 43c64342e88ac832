import { useState } from 'react'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import type { FaultId } from '../../../core/work/faults/fault.ts'
import { FAULTS, faultById } from '../../../core/work/faults/registry.ts'
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
          {FAULTS.map((f) => (
            <option key={f.id} value={f.id}>
              {f.title}
            </option>
          ))}
        </select>
      </label>
      {id !== '' && <FaultPanel key={id} run={run} fault={faultById(id)} studio={studio} despite={despite} canGoOn={false} />}
    </div>
  )
}
