// What a backup is: a ZIP of a dump of the database, of the files by their SHA-256, and of a manifest that ends it.
export const FORMAT = 'arch-plate-backup'
export const VERSION = 1
export const DUMP = 'database.sql'
export const MANIFEST = 'manifest.json'
export const HASH = /^[0-9a-f]{64}$/
/** Where a file of this content lies in a data folder and in a backup. */
export const placeOf = (hash) => `files/${hash.slice(0, 2)}/${hash}`
