/** An independent codec used only in tests; it ships no types. */
declare module '@sealsystems/ipp' {
  // biome-ignore lint/suspicious/noExplicitAny: foreign, untyped, tests only
  const ipp: { parse(bytes: Buffer): any; serialize(message: object): Buffer }
  export default ipp
}
