/** The part of lcms-wasm that is used here; the package ships no types. */
declare module 'lcms-wasm' {
  export type Handle = number;
  export interface Lcms {
    readonly HEAPU8: Uint8Array;
    _malloc(bytes: number): number;
    _free(at: number): void;
    ccall(
      name: string,
      result: 'number',
      types: readonly 'number'[],
      values: readonly number[],
    ): number;
    cmsCloseProfile(profile: Handle): void;
    cmsCreate_sRGBProfile(): Handle;
    cmsCreateLab4Profile(white: null): Handle;
    cmsGetColorSpaceASCII(profile: Handle): string;
    cmsGetProfileInfoASCII(
      profile: Handle,
      info: number,
      language: string,
      country: string,
    ): string;
    cmsCreateTransform(
      input: Handle,
      inputFormat: number,
      output: Handle,
      outputFormat: number,
      intent: number,
      flags: number,
    ): Handle;
    cmsDeleteTransform(transform: Handle): void;
    cmsDoTransform<T extends Uint8Array | Float32Array>(
      transform: Handle,
      input: T,
      pixels: number,
    ): Uint8Array | Float32Array;
  }
  export function instantiate(): Promise<Lcms>;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
  export const TYPE_CMYK_8: number;
  export const TYPE_RGB_8: number;
  export const TYPE_GRAY_8: number;
  export const cmsInfoDescription: number;
}
