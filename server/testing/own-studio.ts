import { readFileSync } from 'node:fs'
import type { Sequelize } from 'sequelize'
import { ProfileFactsSchema } from '../../core/color/profile/facts.ts'
import { DEFAULT_RULES } from '../../core/things/studio/house-rules.ts'
import { type Studio, StudioSchema } from '../../core/things/studio/studio.ts'
import { openDatabase } from '../db/database.ts'
import { openStore, type Store } from '../store/store.ts'
import { defineModels } from '../store/table.ts'

/** The invented studio that core's tests use. */
export const studioRecords = (): Studio =>
  StudioSchema.parse({ ...JSON.parse(readFileSync('core/testing/studio.json', 'utf8')), rules: DEFAULT_RULES })

export function testDatabase(): Sequelize {
  const db = openDatabase()
  defineModels(db)
  return db
}

/** A studio of a test's own beside the demo's, in the same database, with nothing in it. */
export async function ownStudio(db: Sequelize, name: string): Promise<Store> {
  const store = openStore(db, name)
  await store.empty()
  return store
}

/** Facts of a profile of which nothing is asked. */
export const NO_FACTS = ProfileFactsSchema.parse({
  deviceClass: 'prtr',
  space: 'RGB ',
  connection: 'Lab ',
  version: '2.2',
  bytes: 0,
  created: null,
  maker: '',
  model: '',
  makerText: '',
  modelText: '',
  intents: [],
  tables: [],
  patches: 0,
  white: [95, 0, 0],
  black: [5, 0, 0],
  volume: 0,
})
