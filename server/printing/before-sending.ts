import type { Plate } from '../../core/plate/resolve/plate.ts'
import type { BeforeSending } from '../../core/wire/api/dto.ts'
import { capabilitiesOf, sendable, substitutions } from '../../core/wire/ipp/capabilities.ts'
import { jobAttributesFor } from '../../core/wire/ipp/plate-attributes.ts'
import { printerNow } from '../../core/wire/ipp/printer-now.ts'
import type { PrinterNow } from '../../core/work/preflight/standing.ts'
import { ipp, Refused } from './ipp-client.ts'
import { addressOf } from './ipp-refusal.ts'

/**
 * Asks a printer what it would make of a plate, without printing: what it says of itself, and its answer to Validate-Job.
 * @throws Unreachable when it does not answer
 */
export async function beforeSending(plate: Plate): Promise<Omit<BeforeSending, 'now'> & { now: PrinterNow }> {
  const { setup } = plate
  if (!setup) throw new Error('a plate without a set-up')
  const address = addressOf(setup.printer)
  const printer = await ipp.describe(address)
  const { format, deviceColour } = capabilitiesOf(printer)
  const asked = jobAttributesFor(plate)
  const refused: BeforeSending['substitutions'] = []
  const validated = format
    ? await ipp.validate(address, 'Arch Plate asks', sendable(asked, printer), format).catch((error) => {
        if (!(error instanceof Refused)) throw error
        refused.push({
          attribute: 'job',
          asked: 'this job',
          instead: null,
          weight: 'matters',
          says: `The printer refuses it: ${error.message}`,
        })
        return null
      })
    : null
  const out = [...refused, ...substitutions(asked, printer, validated)]
  if (!format)
    out.push({
      attribute: 'document-format',
      asked: 'PWG Raster',
      instead: null,
      weight: 'matters',
      says: 'The printer takes none of the forms a page can be sent in: PWG Raster, TIFF, JPEG or PDF.',
    })
  else if (setup.management === 'program' && !(format === 'image/pwg-raster' && deviceColour))
    out.push({
      attribute: 'document-format',
      asked: 'device colour',
      instead: format,
      weight: 'matters',
      says: 'The page is in the printer’s own numbers, and this printer takes no such data as it is: it may convert the colours once more. Let the driver manage colour, or print from a program.',
    })
  return { format, substitutions: out, now: printerNow(printer, setup.path) }
}
