import { useState } from 'react'
import type { Studio } from '../../../core/things/studio/studio.ts'
import type { Run } from '../../../core/wire/api/dto.ts'
import { FAULT_IDS, FAULTS, type FaultId } from '../../../core/work/faults/registry.ts'
import { Select } from '../../ui/select.tsx'
import { FaultPanel } from './fault-panel.tsx'

/** For a fault that no printer tells of: the operator says what was seen. */
export function ReportFault({ run, studio, despite }: { run: Run; studio: Studio; despite: string[] }) {
  const [id, setId] = useState<FaultId | null>(null)
  return (
    <div className="mt-4">
      <Select
        label="What went wrong"
        labelAt="before"
        value={id}
        options={[[null, 'say what was seen …'], ...FAULT_IDS.map((each) => [each, FAULTS[each].title] as const)]}
        onChange={(to) => setId(to)}
      />
      {id !== null && <FaultPanel key={id} run={run} faultId={id} studio={studio} despite={despite} canGoOn={false} />}
    </div>
  )
}
