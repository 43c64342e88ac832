/** The file its package names is none that Node loads; this one is. */
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export * from 'maxrects-packer'
}
