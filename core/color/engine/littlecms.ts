type Pixels = Uint8Array | Uint16Array | Float32Array

/** The part of the LittleCMS module that is used; the caller loads the module, which differs by platform. */
export interface LittleCms {
  cmsOpenProfileFromMem(bytes: Uint8Array, length: number): number
  cmsCloseProfile(profile: number): void
  cmsCreate_sRGBProfile(): number
  cmsCreateLab4Profile(): number
  cmsCreateTransform(from: number, inputFormat: number, to: number, outputFormat: number, intent: number, flags: number): number
  cmsDoTransform(transform: number, input: Pixels, count: number): Pixels
  cmsDeleteTransform(transform: number): void
}
