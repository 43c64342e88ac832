// What a worker can do. Each is read in when it is first asked for: most of a worker's start was reading what it then never did.

const later =
  <T, R>(read: () => Promise<(task: T) => R>) =>
  async (task: T): Promise<Awaited<R>> =>
    await (await read())(task)

export const composeStrips = later(async () => (await import('./compose-strips.ts')).composeStrips)
export const findCriticalDetail = later(async () => (await import('./compose-strips.ts')).findCriticalDetail)
export const inspectPicture = later(async () => (await import('./inspect-picture.ts')).inspectPicture)
export const countPicture = later(async () => (await import('./measure-picture.ts')).countPicture)
export const followColour = later(async () => (await import('./measure-picture.ts')).followColour)
export const measurePicture = later(async () => (await import('./measure-picture.ts')).measurePicture)
export const pictureWindow = later(async () => (await import('./picture-window.ts')).pictureWindow)
export const labelSheetPdf = later(async () => (await import('../documents/label-sheet.ts')).labelSheetPdf)
export const makePrintFile = later(async () => (await import('./print-file.ts')).makePrintFile)
export const checkProfileFile = later(async () => (await import('./profiles.ts')).checkProfileFile)
export const compareProfileFiles = later(async () => (await import('./profiles.ts')).compareProfileFiles)
export const examineProfile = later(async () => (await import('./profiles.ts')).examineProfile)
export const readProfileFile = later(async () => (await import('./profiles.ts')).readProfileFile)
export const renderPage = later(async () => (await import('./render-page.ts')).renderPage)
