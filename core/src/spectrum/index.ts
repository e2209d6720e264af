export {
  A,
  D50,
  D65,
  deltaE2000,
  labToXyz,
  linearToScreen,
  spectralLight,
  spectrumToLab,
  spectrumToXyz,
  xyzToLab,
  xyzToLinear,
  xyzToSrgb,
} from './colour.ts';
export type { Illuminant, Triple } from './colour.ts';
export { hasReflectance, nearestReflectance, smoothestReflectance } from './smoothest.ts';
export {
  BANDS,
  edge,
  flat,
  GREEN,
  map2,
  spectrumOf,
  wavelength,
  type Spectrum,
} from './spectrum.ts';
