export { inspectPicture } from './inspect-picture.ts'
export { renderPage } from './render-page.ts'
