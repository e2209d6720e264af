/**
 * Colour conversion through ICC profiles by LittleCMS, and what a printing condition's profile says of its inks.
 * Intent: relative colorimetric with black point compensation, so that paper white is no ink.
 */
import { readFileSync } from 'node:fs';
import { RAMP_TINTS, type ProcessAnchor, type Triple } from '@kyanos/core';
import * as lcms from 'lcms-wasm';
import { assetPath } from './assets.ts';
import { t } from './texts/texts.ts';

/** Black point compensation, from lcms2.h. */
const BLACK_POINT_COMPENSATION = 0x2000;

/**
 * 32-bit float pixels, put together as lcms2.h does: the package names no float formats that fit its own buffers.
 * CMYK is in percent, Lab in its own units.
 */
const floatPixels = (space: number, channels: number) =>
  (1 << 22) | (space << 16) | (channels << 3) | 4;
const CMYK_FLOAT = floatPixels(6, 4);
const LAB_FLOAT = floatPixels(10, 3);

let engine: Promise<lcms.Lcms> | undefined;
export const lcmsEngine = (): Promise<lcms.Lcms> => (engine ??= lcms.instantiate());

/** Through the heap: the package's own call puts the profile on the stack, which a large one overflows. 0 if it can't be read. */
function openProfile(cms: lcms.Lcms, bytes: Uint8Array): lcms.Handle {
  const at = cms._malloc(bytes.length);
  cms.HEAPU8.set(bytes, at);
  const profile = cms.ccall(
    'cmsOpenProfileFromMem',
    'number',
    ['number', 'number'],
    [at, bytes.length],
  );
  cms._free(at);
  return profile;
}

/** The printing condition for artwork that names none: a public-domain CMYK profile. */
export const printingCondition = () => t('reading.processInksCoatedPaper');
let printing: Uint8Array | undefined;
export const printingProfile = (): Uint8Array =>
  (printing ??= readFileSync(assetPath('process.icc')));

/** How colour is converted, for the operator. */
export const rendering = () => t('reading.relativeColorimetricBlackPoint');

export interface Converter {
  /** Interleaved pixels in, interleaved C, M, Y, K out (0–255 ink). */
  toCmyk(pixels: Uint8Array, count: number): Uint8Array;
  /** The profile that was used for the source. */
  readonly sourceName: string;
  close(): void;
}

/** @param embedded the picture's own profile, if it has one */
export async function pictureConverter(embedded: Uint8Array | undefined): Promise<Converter> {
  const cms = await lcmsEngine();
  let source = embedded ? openProfile(cms, embedded) : 0;
  if (source && cms.cmsGetColorSpaceASCII(source).trim() !== 'RGB') {
    cms.cmsCloseProfile(source);
    source = 0;
  }
  const target = openProfile(cms, printingProfile());
  const transformOf = (from: lcms.Handle) =>
    cms.cmsCreateTransform(
      from,
      lcms.TYPE_RGB_8,
      target,
      lcms.TYPE_CMYK_8,
      lcms.INTENT_RELATIVE_COLORIMETRIC,
      BLACK_POINT_COMPENSATION,
    );
  // A profile may be readable and still lack the table that is needed.
  let transform = source && transformOf(source);
  const own = Boolean(transform);
  if (!own) {
    if (source) cms.cmsCloseProfile(source);
    source = cms.cmsCreate_sRGBProfile();
    transform = transformOf(source);
  }
  return {
    sourceName: own
      ? cms.cmsGetProfileInfoASCII(source, lcms.cmsInfoDescription, 'en', 'US')
      : t('reading.srgb', {
          rest: embedded ? t('reading.ownProfileCantUsed') : t('reading.noneEmbedded'),
        }),
    toCmyk(pixels, count) {
      return cms.cmsDoTransform(transform, pixels, count) as Uint8Array;
    },
    close() {
      cms.cmsDeleteTransform(transform);
      cms.cmsCloseProfile(source);
      cms.cmsCloseProfile(target);
    },
  };
}

/** Lab of solids and tints in a CMYK profile, by its colorimetric table. The default profile if there is no other. */
export async function anchorOf(embedded?: Uint8Array): Promise<ProcessAnchor> {
  const cms = await lcmsEngine();
  let profile = openProfile(cms, embedded ?? printingProfile());
  if (!profile || cms.cmsGetColorSpaceASCII(profile).trim() !== 'CMYK') {
    if (profile) cms.cmsCloseProfile(profile);
    profile = openProfile(cms, printingProfile());
  }
  const lab = cms.cmsCreateLab4Profile(null);
  const transformOf = () =>
    cms.cmsCreateTransform(
      profile,
      CMYK_FLOAT,
      lab,
      LAB_FLOAT,
      lcms.INTENT_RELATIVE_COLORIMETRIC,
      0,
    );
  let transform = transformOf();
  if (!transform) {
    cms.cmsCloseProfile(profile);
    profile = openProfile(cms, printingProfile());
    transform = transformOf();
  }
  const labOf = (cmyk: readonly number[]): Triple => {
    const out = cms.cmsDoTransform(
      transform,
      Float32Array.from(cmyk, (v) => v * 100),
      1,
    );
    return [Math.min(100, out[0]), out[1], out[2]];
  };
  const primaries = Array.from({ length: 16 }, (_, bits) =>
    labOf([0, 1, 2, 3].map((ink) => (bits >> ink) & 1)),
  );
  const ramps = [0, 1, 2, 3].map((ink) =>
    RAMP_TINTS.map((tint) => labOf([0, 1, 2, 3].map((i) => (i === ink ? tint : 0)))),
  );
  cms.cmsDeleteTransform(transform);
  cms.cmsCloseProfile(profile);
  cms.cmsCloseProfile(lab);
  return { primaries, ramps };
}

/** Single colours to process ink through the default profile: sRGB (0 to 1) or Lab under D50. Inks are 0 to 1. */
export async function toProcess(
  space: 'rgb' | 'lab',
): Promise<(colour: readonly number[]) => readonly [number, number, number, number]> {
  const cms = await lcmsEngine();
  const source = space === 'rgb' ? cms.cmsCreate_sRGBProfile() : cms.cmsCreateLab4Profile(null);
  const target = openProfile(cms, printingProfile());
  const transform = cms.cmsCreateTransform(
    source,
    space === 'rgb' ? lcms.TYPE_RGB_8 : LAB_FLOAT,
    target,
    lcms.TYPE_CMYK_8,
    lcms.INTENT_RELATIVE_COLORIMETRIC,
    BLACK_POINT_COMPENSATION,
  );
  cms.cmsCloseProfile(source);
  cms.cmsCloseProfile(target);
  return (colour) => {
    const pixel =
      space === 'rgb'
        ? Uint8Array.from(colour, (v) => Math.round(Math.min(1, Math.max(0, v)) * 255))
        : Float32Array.from(colour);
    const inks = cms.cmsDoTransform(transform, pixel, 1) as Uint8Array;
    return Array.from(inks.subarray(0, 4), (v) => v / 255) as unknown as [
      number,
      number,
      number,
      number,
    ];
  };
}
