/** Lengths in mm, areas in mm², resolutions in dpi (pixels per inch). */

/** Exact by the international yard and pound agreement of 1959. */
export const MM_PER_INCH = 25.4;
export const MM2_PER_M2 = 1_000_000;
export const MM2_PER_CM2 = 100;
export const MM2_PER_FT2 = (12 * MM_PER_INCH) ** 2;

export const mmToPx = (mm: number, dpi: number): number => (mm * dpi) / MM_PER_INCH;
export const pxToMm = (px: number, dpi: number): number => (px * MM_PER_INCH) / dpi;
export const mm2ToM2 = (mm2: number): number => mm2 / MM2_PER_M2;
export const mm2ToFt2 = (mm2: number): number => mm2 / MM2_PER_FT2;
