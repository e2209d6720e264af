/**
 * Spectra: 36 values, 380–730 nm every 10 nm. Reflectances and transmittances are fractions, 0 to 1.
 */
export const BANDS = 36;
export const FIRST_NM = 380;
export const STEP_NM = 10;

export type Spectrum = Float64Array;

export const wavelength = (band: number): number => FIRST_NM + band * STEP_NM;

/** The band at 550 nm, where the eye sees most. */
export const GREEN = (550 - FIRST_NM) / STEP_NM;

/** The same value at every wavelength. */
export const flat = (value: number): Spectrum => new Float64Array(BANDS).fill(value);

/** A spectrum from a function of the wavelength in nm. */
export const spectrumOf = (value: (nm: number) => number): Spectrum =>
  Float64Array.from({ length: BANDS }, (_, band) => value(wavelength(band)));

/** A smooth step from `low` to `high` around `centre` nm, `width` nm wide (a logistic curve). */
export const edge = (low: number, high: number, centre: number, width: number): Spectrum =>
  spectrumOf((nm) => low + (high - low) / (1 + Math.exp((-4 * (nm - centre)) / width)));

export const map2 = (a: Spectrum, b: Spectrum, f: (x: number, y: number) => number): Spectrum =>
  a.map((x, band) => f(x, b[band]));
