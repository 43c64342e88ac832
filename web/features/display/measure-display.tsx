import { useState } from 'react'
import { Button } from '../../ui/button.tsx'
import { NumberField } from '../../ui/number-field.tsx'
import { Popover } from '../../ui/popover.tsx'
import { Slider } from '../../ui/slider.tsx'
import { Toggle } from '../../ui/toggle.tsx'
import { keepPpi, PPI, usePpi } from './display-ppi.ts'

/** A bank card, mm (ISO/IEC 7810, ID-1). */
const CARD = { w: 85.6, h: 53.98 }
/** What a ruler is held against, mm. */
const BAR = 100

/** Holds the display against a card or a ruler, once: from then on 1 : 1 is as large as the print. */
export function MeasureDisplay() {
  const { ppi, measured } = usePpi()
  const [by, setBy] = useState<'card' | 'ruler'>('card')
  const px = (mm: number) => (mm / 25.4) * ppi
  return (
    <Popover
      label="Measure this display"
      align="end"
      opener={
        <Button small icon="measure" says="So that 1 : 1 is as large as the print">
          {measured ? `${Math.round(ppi)} to an inch` : 'Measure the display'}
        </Button>
      }
    >
      <div className="w-[min(30rem,88vw)] space-y-3">
        <Toggle
          small
          label="Measured with"
          value={by}
          options={[
            ['card', 'a bank card'],
            ['ruler', 'a ruler'],
          ]}
          onChange={setBy}
        />
        <p className="text-sm text-soft">
          {by === 'card'
            ? 'Lay a card on the display and move the slider until the outline is as large.'
            : 'Hold a ruler to the line and move the slider until it is 100 mm long.'}
        </p>
        <div className="overflow-hidden py-1">
          {by === 'card' ? (
            <div className="border border-ink" style={{ width: px(CARD.w), height: px(CARD.h), borderRadius: px(3.18) }} data-card />
          ) : (
            <div className="h-3 border-x border-b border-ink" style={{ width: px(BAR) }} data-bar />
          )}
        </div>
        <Slider
          label="Larger or smaller"
          hideLabel
          min={PPI.least}
          max={260}
          step={0.5}
          value={ppi}
          onChange={keepPpi}
          says={`${ppi} pixels to an inch`}
        />
        <NumberField
          label="Pixels to an inch of this display"
          className="max-w-48"
          min={PPI.least}
          max={PPI.most}
          step={0.5}
          value={ppi}
          onChange={keepPpi}
        />
      </div>
    </Popover>
  )
}
