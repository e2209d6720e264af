/**
 * How much error correction a matrix code carries: codewords of a block that are there for it, less those kept for detecting a
 * misread. Sources: ISO/IEC 18004 (QR Code, table 9) and ISO/IEC 16022 (Data Matrix ECC 200, table 7); the figures from memory,
 * checked by symbols of another program spoilt up to the limit (intake/src/barcodes/matrix.test.ts).
 */

/** Of a block of a QR Code, by version from 1. */
const QR: Readonly<Record<string, readonly number[]>> = {
  L: [
    7, 10, 15, 20, 26, 18, 20, 24, 30, 18, 20, 24, 26, 30, 22, 24, 28, 30, 28, 28, 28, 28, 30, 30,
    26, 28, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30,
  ],
  M: [
    10, 16, 26, 18, 24, 16, 18, 22, 22, 26, 30, 22, 22, 24, 24, 28, 28, 26, 26, 26, 26, 28, 28, 28,
    28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28, 28,
  ],
  Q: [
    13, 22, 18, 26, 18, 24, 18, 22, 20, 24, 28, 26, 24, 20, 30, 24, 28, 28, 26, 30, 28, 30, 30, 30,
    30, 28, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30,
  ],
  H: [
    17, 28, 22, 16, 22, 28, 26, 26, 24, 28, 24, 28, 22, 24, 24, 30, 28, 28, 26, 28, 30, 24, 30, 30,
    30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30, 30,
  ],
};
/** Kept for detecting a misread, by version and level. */
const QR_KEPT: Readonly<Record<string, number>> = {
  '1L': 3,
  '1M': 2,
  '1Q': 1,
  '1H': 1,
  '2L': 2,
  '3L': 1,
};

/** Of a block of a Data Matrix, by rows × columns. */
const DATA_MATRIX: Readonly<Record<string, number>> = {
  '10x10': 5,
  '12x12': 7,
  '14x14': 10,
  '16x16': 12,
  '18x18': 14,
  '20x20': 18,
  '22x22': 20,
  '24x24': 24,
  '26x26': 28,
  '32x32': 36,
  '36x36': 42,
  '40x40': 48,
  '44x44': 56,
  '48x48': 68,
  '52x52': 42,
  '64x64': 56,
  '72x72': 36,
  '80x80': 48,
  '88x88': 56,
  '96x96': 68,
  '104x104': 56,
  '120x120': 68,
  '132x132': 62,
  '144x144': 62,
  '8x18': 7,
  '8x32': 11,
  '12x26': 14,
  '12x36': 18,
  '16x36': 24,
  '16x48': 28,
};

/**
 * Codewords of a block that can be spent on errors, two for each; undefined where the symbol is of another kind.
 * @param version of a QR Code 1 to 40; of a Data Matrix rows × columns, as 16x48
 * @param level of a QR Code: L, M, Q or H
 */
export function errorCorrectionOf(
  type: string,
  version: string,
  level: string,
): number | undefined {
  if (type === 'Data Matrix') return DATA_MATRIX[version];
  if (type !== 'QR Code') return undefined;
  const all = QR[level]?.[Number(version) - 1];
  return all === undefined ? undefined : all - (QR_KEPT[`${version}${level}`] ?? 0);
}
