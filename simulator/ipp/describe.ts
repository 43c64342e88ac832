import type { Path } from '../../core/things/paths/path.ts'
import { namedSize, nameOf } from '../../core/things/sizes/named.ts'
import type { RealSheet } from '../../core/wire/api/machine.ts'
import { type Attributes, v } from '../../core/wire/ipp/message.ts'
import { MEDIA_COL } from '../../core/wire/ipp/plate-attributes.ts'
import { JOB_STATE, OPERATION } from '../../core/wire/ipp/tags.ts'
import type { Machine } from '../machine/machine.ts'
import type { Job } from '../machine/state.ts'
import { FORMATS } from './formats.ts'
import { COAT } from './job-ticket.ts'

const started = Date.now()

/** IPP counts lengths in hundredths of a millimetre (PWG 5100.3). */
const hundredths = (um: number) => Math.round(um / 10)

const size = (width: number, length: number) =>
  v.collection({ 'x-dimension': v.integer(hundredths(width)), 'y-dimension': v.integer(hundredths(length)) })

/** What the machine offers on one path, with borders: ranges, margins, source. */
function mediaOf(path: Path, mediaType: string, bare: { size: Attributes } | null = null): Attributes {
  const margins = (pick: 'leading' | 'trailing' | 'left' | 'right') =>
    v.integer(bare && path.borderless?.edges.includes(pick) ? 0 : hundredths(path.margins[pick]))
  return {
    'media-size': v.collection(
      bare?.size ?? {
        'x-dimension': v.range([hundredths(path.width.min), hundredths(path.width.max)]),
        'y-dimension': v.range([hundredths(path.length.min), hundredths(path.length.max)]),
      },
    ),
    'media-thickness': v.range([hundredths(path.thickness.min), hundredths(path.thickness.max)]),
    'media-top-margin': margins('leading'),
    'media-bottom-margin': margins('trailing'),
    'media-left-margin': margins('left'),
    'media-right-margin': margins('right'),
    'media-source': v.keyword(path.source),
    'media-type': v.keyword(mediaType),
  }
}

/** The sizes it prints to the edge: listed ones, or on a roll any. */
function bareMedia(path: Path, mediaType: string): Attributes[] {
  if (!path.borderless) return []
  if (path.borderless.sizes === 'any') {
    const any = mediaOf(path, mediaType)['media-size']?.[0]
    return any?.tag === 'begCollection' ? [mediaOf(path, mediaType, { size: any.value })] : []
  }
  return path.borderless.sizes.flatMap((name) => {
    const known = namedSize(name)
    const exact = known && { 'x-dimension': v.integer(hundredths(known.width)), 'y-dimension': v.integer(hundredths(known.length)) }
    return exact ? [mediaOf(path, mediaType, { size: exact })] : []
  })
}

const bordersOf = (path: Path): Attributes => ({
  'media-top-margin': v.integer(hundredths(path.margins.leading)),
  'media-bottom-margin': v.integer(hundredths(path.margins.trailing)),
  'media-left-margin': v.integer(hundredths(path.margins.left)),
  'media-right-margin': v.integer(hundredths(path.margins.right)),
})

const utf8 = new TextEncoder()

/** A printer that senses no size knows what it was told; these were told the size on the label. Whole millimetres. */
const told = (um: number, senses: boolean) => (senses ? um : Math.round(um / 1000) * 1000)
const readySize = (sheet: RealSheet, path: Path): Attributes => ({
  'x-dimension': v.integer(hundredths(told(sheet.width, path.senses.size || path.senses.width))),
  'y-dimension': v.integer(sheet.form === 'roll' ? 0 : hundredths(told(sheet.length, path.senses.size))),
})
/** The gap a job gets that asks for none: the panel's, or that of the entry set there. */
const gapOf = (machine: Machine, path: Path) => {
  const panel = machine.panelOf(path.id)
  return panel.gap === 'wide' ? 'wide' : (machine.mediaType(panel.mediaTypeId)?.platenGap ?? 'normal')
}
const readyName = (sheet: RealSheet, path: Path) => {
  const [w, l] = [told(sheet.width, path.senses.size || path.senses.width), told(sheet.length, path.senses.size)]
  const known = sheet.form === 'sheet' && (nameOf(sheet.width, sheet.length) ?? nameOf(w, l))
  return known ? known.pwg : `${sheet.form === 'roll' ? 'roll' : 'custom'}_${sheet.lotId.toLowerCase()}_${w / 1000}x${l / 1000}mm`
}

const stamp = (ms: number) => Math.max(1, Math.round((ms - started) / 1000))

/** Printer attributes, grouped as RFC 8011 groups them, so that a client can ask for a group by name. */
export function printerAttributes(machine: Machine, uri: string): { description: Attributes; template: Attributes; media: Attributes } {
  const { printer } = machine
  const busy = machine.jobs.find((j) => j.state === 'processing' || j.state === 'processing-stopped')
  const sizes = [
    ...new Set(
      printer.paths.flatMap((p) => (p.borderless && p.borderless.sizes !== 'any' ? p.borderless.sizes : [])).concat('iso_a4_210x297mm'),
    ),
  ].filter((s) => namedSize(s))
  const sources = [...new Set(printer.paths.map((p) => p.source))]
  const firstType = printer.mediaTypes[0]?.id ?? 'auto'
  const loaded = machine.state.trays.flatMap((tray) => {
    const path = printer.paths.find((p) => p.id === tray.pathId)
    return path && tray.sheet ? [{ path, sheet: tray.sheet }] : []
  })
  const col: Attributes = {
    'media-size': size(210_000, 297_000),
    ...Object.fromEntries(['top', 'bottom', 'left', 'right'].map((e) => [`media-${e}-margin`, v.integer(300)])),
    'media-source': v.keyword(sources[0] ?? 'main'),
    'media-type': v.keyword(firstType),
  }
  return {
    description: {
      'printer-uri-supported': v.uri(uri),
      'uri-authentication-supported': v.keyword('none'),
      'uri-security-supported': v.keyword('none'),
      'printer-name': v.name(printer.id),
      'printer-info': v.text(printer.name),
      'printer-location': v.text('Print room'),
      // Not registered: whether each source senses the size of its sheets.
      ...(printer.paths.some((p) => p.senses.size)
        ? {
            'size-sensing': v.keyword(
              ...printer.paths.filter((p) => p.senses.size).map((p) => `${p.source}.${machine.panelOf(p.id).sensing ?? 'on'}`),
            ),
          }
        : {}),
      'printer-make-and-model': v.text(`Simulated ${printer.name}`),
      'printer-more-info': v.uri(uri.replace(/^ipp:/, 'http:').replace(/\/ipp\/print$/, '/hands/state')),
      'printer-state': v.enum(busy ? (busy.state === 'processing-stopped' ? 5 : 4) : 3),
      'printer-state-reasons': v.keyword(
        busy?.state === 'processing-stopped' ? busy.reason : machine.state.coverOpen ? 'cover-open' : 'none',
      ),
      'printer-state-message': v.text(busy?.message ?? 'Ready.'),
      'printer-is-accepting-jobs': v.boolean(true),
      'printer-up-time': v.integer(stamp(Date.now())),
      'printer-device-id': v.text(`MFG:Simulated;MDL:${printer.name};CMD:PWGRaster,JPEG,TIFF;`),
      'printer-uuid': v.uri(`urn:uuid:00000000-0000-4000-8000-${Buffer.from(printer.id.padEnd(6).slice(0, 6)).toString('hex')}`),
      'queued-job-count': v.integer(machine.jobs.filter((j) => !j.doneAt).length),
      'operations-supported': v.enum(...Object.values(OPERATION)),
      'ipp-versions-supported': v.keyword('1.1', '2.0'),
      'ipp-features-supported': v.keyword('none'),
      'charset-configured': v.charset('utf-8'),
      'charset-supported': v.charset('utf-8'),
      'natural-language-configured': v.language('en'),
      'generated-natural-language-supported': v.language('en'),
      'document-format-default': v.mime('application/octet-stream'),
      'document-format-supported': v.mime(...FORMATS),
      'compression-supported': v.keyword('none'),
      'pdl-override-supported': v.keyword('attempted'),
      'multiple-document-jobs-supported': v.boolean(false),
      'multiple-operation-time-out': v.integer(120),
      'color-supported': v.boolean(true),
      'pages-per-minute': v.integer(1),
      'pages-per-minute-color': v.integer(1),
      // PWG 5100.13: what each source holds; 0 is empty, -3 at least one.
      'printer-input-tray': v.octets(
        ...printer.paths.map((p) => {
          const tray = machine.tray(p.id)
          return utf8.encode(
            `type=other;mediafeed=-2;mediaxfeed=-2;maxcapacity=-2;level=${tray?.sheet && tray.remaining > 0 ? -3 : 0};status=0;name=${p.source};`,
          )
        }),
      ),
      'marker-names': v.name(...printer.inks.map((i) => i.name)),
      'marker-levels': v.integer(...printer.inks.map((i) => Math.round(((machine.state.inks[i.id] ?? 0) / i.capacity) * 100))),
      'marker-types': v.keyword(...printer.inks.map(() => 'ink-cartridge')),
      'pwg-raster-document-resolution-supported': v.resolution([printer.feedPpi, printer.feedPpi, 'dpi']),
      'pwg-raster-document-type-supported': v.keyword('device3_8', 'srgb_8'),
      'pwg-raster-document-sheet-back': v.keyword('normal'),
    },
    template: {
      'copies-default': v.integer(1),
      'copies-supported': v.range([1, 999]),
      'finishings-default': v.enum(3),
      'finishings-supported': v.enum(3, ...(printer.clearCoat === '' ? [] : [COAT])),
      'job-priority-default': v.integer(50),
      'job-priority-supported': v.integer(1),
      'job-sheets-default': v.keyword('none'),
      'job-sheets-supported': v.keyword('none'),
      'media-default': v.keyword('iso_a4_210x297mm'),
      'media-supported': v.keyword(...sizes),
      // Only what lies there; nothing at all is said with an empty list left out.
      ...(loaded.length > 0
        ? {
            'media-ready': v.keyword(...new Set(loaded.map(({ sheet, path }) => readyName(sheet, path)))),
            'media-col-ready': loaded.map(({ sheet, path }) => ({
              tag: 'begCollection' as const,
              value: {
                ...mediaOf(path, machine.panelOf(path.id).mediaTypeId ?? 'auto', { size: readySize(sheet, path) }),
                ...bordersOf(path),
                'platen-gap': v.keyword(gapOf(machine, path)),
              },
            })),
          }
        : {}),
      'media-col-default': v.collection(col),
      'media-col-supported': v.keyword(...MEDIA_COL),
      'media-source-supported': v.keyword(...sources),
      'media-type-supported': v.keyword(...printer.mediaTypes.map((m) => m.id)),
      'media-size-supported': [
        ...sizes.flatMap((name) => {
          const s = namedSize(name)
          return s ? size(s.width, s.length) : []
        }),
      ],
      'media-top-margin-supported': v.integer(0, ...new Set(printer.paths.map((p) => hundredths(p.margins.leading)))),
      'media-bottom-margin-supported': v.integer(0, ...new Set(printer.paths.map((p) => hundredths(p.margins.trailing)))),
      'media-left-margin-supported': v.integer(0, ...new Set(printer.paths.map((p) => hundredths(p.margins.left)))),
      'media-right-margin-supported': v.integer(0, ...new Set(printer.paths.map((p) => hundredths(p.margins.right)))),
      'platen-gap-default': v.keyword('normal'),
      'platen-gap-supported': v.keyword('normal', 'wide'),
      'number-up-default': v.integer(1),
      'number-up-supported': v.integer(1),
      'orientation-requested-default': v.enum(3),
      'orientation-requested-supported': v.enum(3),
      'output-bin-default': v.keyword('face-up'),
      'output-bin-supported': v.keyword('face-up'),
      'page-ranges-supported': v.boolean(false),
      'print-color-mode-default': v.keyword('color'),
      'print-color-mode-supported': v.keyword('color', ...(printer.monochromeMode === '' ? [] : ['monochrome'])),
      'print-quality-default': v.enum(4),
      'print-quality-supported': v.enum(...new Set(printer.qualities.map((q) => ({ draft: 3, normal: 4, high: 5 })[q.ipp]))),
      'print-dots-per-inch-supported': v.integer(...printer.qualities.map((q) => q.dpi)),
      'print-rendering-intent-default': v.keyword('auto'),
      'print-rendering-intent-supported': v.keyword('auto'),
      'print-scaling-default': v.keyword('none'),
      'print-scaling-supported': v.keyword('none'),
      'printer-resolution-default': v.resolution([printer.feedPpi, printer.feedPpi, 'dpi']),
      'printer-resolution-supported': v.resolution([printer.feedPpi, printer.feedPpi, 'dpi']),
      'sides-default': v.keyword('one-sided'),
      'sides-supported': v.keyword(
        'one-sided',
        ...(printer.paths.some((p) => p.duplex?.how === 'automatic') ? ['two-sided-long-edge', 'two-sided-short-edge'] : []),
      ),
    },
    media: {
      'media-col-database': printer.paths.flatMap((p) =>
        printer.mediaTypes.flatMap((m) => [mediaOf(p, m.id), ...bareMedia(p, m.id)].flatMap((one) => v.collection(one))),
      ),
    },
  }
}

const STATE: Record<Job['state'], number> = {
  pending: JOB_STATE.pending,
  processing: JOB_STATE.processing,
  'processing-stopped': JOB_STATE.stopped,
  canceled: JOB_STATE.canceled,
  aborted: JOB_STATE.aborted,
  completed: JOB_STATE.completed,
}

export function jobAttributes(job: Job, uri: string): Attributes {
  const done = job.doneAt === null ? v.none(null) : v.integer(stamp(job.doneAt))
  return {
    'job-id': v.integer(job.id),
    'job-uri': v.uri(`${uri}/${job.id}`),
    'job-printer-uri': v.uri(uri),
    'job-name': v.name(job.name),
    'job-originating-user-name': v.name(job.user),
    'job-state': v.enum(STATE[job.state]),
    'job-state-reasons': v.keyword(job.reason),
    'job-state-message': v.text(job.message),
    'job-printer-up-time': v.integer(stamp(Date.now())),
    'time-at-creation': v.integer(stamp(job.createdAt)),
    'time-at-processing': v.integer(stamp(job.createdAt)),
    'time-at-completed': done,
    'job-impressions-completed': v.integer(job.delivered),
    // IANA IPP registrations: percentage of the sheet now being marked (from memory).
    'job-media-progress': v.integer(job.progress),
    copies: v.integer(job.copies),
  }
}
