/** The code of each stage, fetched when it is asked for. */
export const STAGE_CODE = {
  brief: () => import('./brief.tsx').then((m) => ({ default: m.BriefStage })),
  sheet: () => import('./sheet.tsx').then((m) => ({ default: m.SheetStage })),
  colour: () => import('./colour.tsx').then((m) => ({ default: m.ColourStage })),
  agreement: () => import('./agreement.tsx').then((m) => ({ default: m.AgreementStage })),
  load: () => import('./load.tsx').then((m) => ({ default: m.LoadStage })),
  run: () => import('./run.tsx').then((m) => ({ default: m.RunStage })),
  inspect: () => import('./inspect.tsx').then((m) => ({ default: m.InspectStage })),
} as const

export type StageSlug = keyof typeof STAGE_CODE
export const isStage = (slug: string): slug is StageSlug => slug in STAGE_CODE
