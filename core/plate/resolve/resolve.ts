import type { Brief } from '../../things/brief/brief.ts'
import type { Studio } from '../../things/studio/studio.ts'
import { findAll } from '../checks/registry.ts'
import { decide, type Pins } from '../decisions/decision.ts'
import { DECISIONS } from '../decisions/registry.ts'
import type { Context } from './context.ts'
import { PLATE_SCHEMA_VERSION, type Plate, type Setup } from './plate.ts'
import { type Settled, settle } from './settled.ts'
import { waysFor } from './ways.ts'

function setupOf(s: Settled): Setup {
  const { paths: _paths, mediaTypes: _types, qualities: _qualities, expansions: _steps, quirks: _quirks, ...printer } = s.printer
  const { path, paper, lot, page, offset, cut, borderless, expansion, turn, crop, face, fold, text } = s
  const { mediaType, quality, gap, coat, management, profile, intent, blackPoint } = s
  const applied = management === 'program' || management === 'both' ? profile : null
  return {
    printer,
    path,
    paper,
    lot,
    page,
    offset,
    cut,
    borderless,
    expansion,
    turn,
    crop,
    face,
    fold,
    text,
    mediaType,
    quality,
    gap,
    coat,
    management,
    profile: applied,
    intent,
    blackPoint,
  }
}

/**
 * Works out a complete plate: brief + studio, with the operator's pins held fast. Pure; the browser calls it at every
 * edit and the server to freeze and verify. Never throws on valid input: what is impossible becomes a stop finding.
 */
export function resolve(brief: Brief, studio: Studio, pins: Pins = {}): Plate {
  const context: Context = {
    brief,
    studio,
    pins,
    ways: waysFor(brief, studio),
    lostPins: [],
    printer: null,
    path: null,
    way: null,
    lot: null,
    paper: null,
    pairing: null,
    page: null,
    offset: { x: 0, y: 0 },
    borderless: 'none',
    expansion: null,
    needs: null,
    turn: 0,
    size: null,
    placed: null,
    mediaType: null,
    quality: null,
    gap: 'normal',
    coat: 'off',
    management: 'program',
    profile: null,
    intent: 'relative',
    blackPoint: true,
  }
  const decisions = DECISIONS.map((decision) => decide(decision, context))
  const settled = settle(context)
  return {
    schemaVersion: PLATE_SCHEMA_VERSION,
    brief,
    pins,
    decisions,
    setup: settled && setupOf(settled),
    layout: settled?.layout ?? null,
    back: settled?.back ?? null,
    ppi: settled?.ppi ?? null,
    findings: findAll(context, settled),
    estimates: settled?.estimates ?? null,
  }
}
