import type { App } from '../app-context.ts'
import { Events } from '../events.ts'
import type { Installation } from '../installation.ts'
import { Runner } from '../printing/runner.ts'
import { buildApi } from './api.ts'
import { router } from './shared.ts'
import { studiosApi } from './studios.ts'

interface Operation {
  parameters?: { name: string }[]
}
const STUDIO = { name: 'studio', in: 'path', required: true, schema: { type: 'string', maxLength: 40 } }

type Document = ReturnType<ReturnType<typeof router>['getOpenAPIDocument']>

/** The published document of every call, OpenAPI 3.0. Nobody calls what is built for it. */
export function apiDocument(installation: Installation): Document {
  const { files, pictureFiles, pool, studios, upkeep } = installation
  const events = new Events()
  const store = studios.open('')
  const nobody: App = { studio: '', store, files, pictureFiles, pool, events, runner: new Runner({ store, files, pool, events }), upkeep }
  const all = router()
  all.route('/api/studios/:studio', buildApi(nobody))
  all.route('/api', studiosApi(installation))
  const document = all.getOpenAPIDocument({
    openapi: '3.0.0',
    info: {
      title: 'Arch Plate',
      version: '2',
      description:
        'Lengths are whole micrometres, times ISO 8601 in UTC. Errors are problems with code, field, value, limit and message. {studio} is the short name of a studio; nothing asked under it reaches another’s.',
    },
  })
  for (const [path, item] of Object.entries(document.paths ?? {}))
    for (const operation of Object.values(item as Record<string, Operation>))
      if (path.startsWith('/api/studios/{studio}/') && !operation.parameters?.some((p) => p.name === 'studio'))
        operation.parameters = [STUDIO, ...(operation.parameters ?? [])]
  return document
}
