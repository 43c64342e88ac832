export { inspectPicture } from './inspect-picture.ts'
export { countPicture, followColour, measurePicture } from './measure-picture.ts'
export { checkProfileFile, compareProfileFiles, examineProfile, readProfileFile } from './profiles.ts'
export { renderPage } from './render-page.ts'
