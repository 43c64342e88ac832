import type { App } from '../app-context.ts'
import { agreementApi } from './agreement.ts'
import { gangsApi } from './gangs.ts'
import { jobsApi } from './jobs.ts'
import { layoutTestsApi } from './layout-tests.ts'
import { layoutsApi } from './layouts.ts'
import { lotsApi } from './lots.ts'
import { measuresApi } from './measures.ts'
import { pairingsApi } from './pairings.ts'
import { papersApi } from './papers.ts'
import { picturesApi } from './pictures.ts'
import { platesApi } from './plates.ts'
import { printFilesApi } from './print-files.ts'
import { printersApi } from './printers.ts'
import { profilesApi } from './profiles.ts'
import { runsApi } from './runs.ts'
import { samplesApi } from './samples.ts'
import { setupsApi } from './setups.ts'
import { router } from './shared.ts'
import { studioApi } from './studio.ts'
import { testSheetsApi } from './test-sheets.ts'
import { upkeepApi } from './upkeep.ts'

/** Every call within a studio, as core/wire/api/calls states them. */
export const buildApi = (app: App) =>
  router()
    .route('/', picturesApi(app))
    .route('/', measuresApi(app))
    .route('/', studioApi(app))
    .route('/', profilesApi(app))
    .route('/', printFilesApi(app))
    .route('/', testSheetsApi(app))
    .route('/', lotsApi(app))
    .route('/', papersApi(app))
    .route('/', samplesApi(app))
    .route('/', pairingsApi(app))
    .route('/', printersApi(app))
    .route('/', layoutTestsApi(app))
    .route('/', jobsApi(app))
    .route('/', gangsApi(app))
    .route('/', layoutsApi(app))
    .route('/', agreementApi(app))
    .route('/', setupsApi(app))
    .route('/', runsApi(app))
    .route('/', platesApi(app))
    .route('/', upkeepApi(app))
