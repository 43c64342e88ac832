import { QueryTypes, type Sequelize } from 'sequelize'
import { DEMO_STUDIO } from '../../core/things/studio/short-name.ts'
import { log } from '../log.ts'
import { writtenElsewhere } from '../store/snapshots.ts'

/** Where the simulated printers answer, one port after the other in the order of the records. */
const SIMULATED = /^ipp:\/\/127\.0\.0\.1:(\d+)\/ipp\/print$/

interface Placed {
  position: number
  address: string
}

/** The first port of the simulated printers that one of them at this place and address would be of; null where it is none. */
const firstOf = ({ position, address }: Placed): number | null => {
  const port = SIMULATED.exec(address)?.[1]
  return port ? Number(port) - position : null
}

/** The first port of the simulated printers, which most of these agree on, two at least; null where there are none. */
export function firstPortOf(printers: readonly Placed[]): number | null {
  const firsts = printers.flatMap((printer) => firstOf(printer) ?? [])
  const agreeing = (first: number) => firsts.filter((one) => one === first).length
  const [most] = [...new Set(firsts)].sort((a, b) => agreeing(b) - agreeing(a))
  return most !== undefined && agreeing(most) > 1 ? most : null
}

/**
 * The demo's printers are the simulated ones of this installation: where these have been given other ports since, as in a copy
 * that works beside another, the records follow. What somebody has entered is left alone. To be called before anybody asks for
 * anything.
 * @param firstPort of the simulated printers; null where they are not of this installation
 */
export async function followSimulator(db: Sequelize, firstPort: number | null): Promise<void> {
  const rows = await db.query<{ id: string; position: number; record: string }>(
    'SELECT id, position, record FROM printers WHERE studio = :studio',
    { type: QueryTypes.SELECT, replacements: { studio: DEMO_STUDIO } },
  )
  const printers = rows.map(({ id, position, record }) => ({ id, position, record, address: String(JSON.parse(record).address) }))
  const was = firstPortOf(printers)
  if (firstPort === null || was === null || was === firstPort) return
  await db.transaction(async (transaction) => {
    for (const { id, position, record, address } of printers.filter((printer) => firstOf(printer) === was))
      await db.query('UPDATE printers SET record = :record WHERE studio = :studio AND id = :id', {
        transaction,
        replacements: {
          studio: DEMO_STUDIO,
          id,
          record: JSON.stringify({
            ...JSON.parse(record),
            address: address.replace(SIMULATED, `ipp://127.0.0.1:${firstPort + position}/ipp/print`),
          }),
        },
      })
  })
  writtenElsewhere(DEMO_STUDIO)
  log.warn({ was, now: firstPort }, 'the simulated printers have other ports: the demo follows them')
}
