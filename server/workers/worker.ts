export { inspectPicture } from './inspect-picture.ts'
export { countPicture, measurePicture } from './measure-picture.ts'
export { renderPage } from './render-page.ts'
