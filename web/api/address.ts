import { DEMO_STUDIO } from '../../core/things/studio/short-name.ts'

/** What addresses began with when there was one studio: links of then still lead somewhere. */
const WITHOUT_STUDIO = ['jobs', 'log', 'new', 'printers', 'runs', 'shelf', 'ui']

/**
 * Where an address that names no studio leads: to the studio this device was in last, and without one to the page of
 * studios. Null where it names one, or is that page.
 */
export function addressIn(path: string, last: string | null): string | null {
  const first = path.split('/')[1] ?? ''
  if (first === '') return last ? `/${last}/` : '/studios'
  return WITHOUT_STUDIO.includes(first) ? `/${last ?? DEMO_STUDIO}${path}` : null
}
