/** The package ships no types; this is the part that is used. */
declare module 'lcms-wasm' {
  export function instantiate(options?: { locateFile?: (name: string) => string }): Promise<import('./littlecms.ts').LittleCms>
}
