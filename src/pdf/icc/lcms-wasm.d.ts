/** The part of the package that is used here: it comes without types. */
declare module 'lcms-wasm' {
  export interface Lcms {
    readonly HEAPU8: Uint8Array;
    readonly HEAPU16: Uint16Array;
    _malloc(bytes: number): number;
    _free(at: number): void;
    _cmsOpenProfileFromMem(at: number, bytes: number): number;
    _cmsCloseProfile(profile: number): void;
    _cmsCreate_sRGBProfile(): number;
    _cmsCreateLab4Profile(white: number): number;
    _cmsCreateTransform(from: number, fromAs: number, to: number, toAs: number, intent: number, flags: number): number;
    _cmsDeleteTransform(transform: number): void;
    _cmsDoTransform(transform: number, from: number, to: number, pixels: number): void;
    cmsGetProfileInfoASCII(profile: number, what: number, language: string, country: string): string;
  }
  export function instantiate(): Promise<Lcms>;
}
