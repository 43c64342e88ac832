import { useEffect } from 'react'
import { Button } from '../../ui/button.tsx'
import { usePpi } from '../display/display-ppi.ts'
import { MeasureDisplay } from '../display/measure-display.tsx'

/** Fits the proof to the window or shows it at the size it is printed, once the display has been measured. */
export function DisplayScale({ scale, onScale }: { scale: number | null; onScale(ppi: number | null): void }) {
  const { ppi } = usePpi()
  // Measured while it is shown: it follows.
  useEffect(() => {
    if (scale !== null && scale !== ppi) onScale(ppi)
  }, [scale, ppi, onScale])
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button pressed={scale !== null} onClick={() => onScale(scale === null ? ppi : null)} says="100 % is the size on the paper">
        {scale === null ? '100 %' : 'Fit'}
      </Button>
      {scale !== null && <MeasureDisplay />}
    </div>
  )
}
