/**
 * Barcodes as they are found in the artwork, and what their content must satisfy.
 * Check digit: GS1 General Specifications, section 7.9, "Check digit calculations" (from memory).
 * Quiet zones in modules: ISO/IEC 15420 (EAN, UPC), 15417 (Code 128), 16390 (Interleaved 2 of 5), 16388 (Code 39),
 * 18004 (QR Code), 16022 (Data Matrix) (from memory).
 */
import type { MmBox } from './page.ts';

export interface Barcode {
  /** Such as EAN-13. */
  readonly type: string;
  readonly content: string;
  /** The bars alone, without quiet zones. */
  readonly box: MmBox;
  /** Degrees clockwise from upright. */
  readonly turn: number;
  /** Width of one module, mm. */
  readonly moduleMm: number;
  /** Blank before the first and after the last bar, in modules, and what the symbology asks for. */
  readonly quiet: readonly [before: number, after: number];
  readonly quietWanted: readonly [before: number, after: number];
  /** The GTIN's check digit is right; nothing where the content is no GTIN. */
  readonly checkDigit?: boolean;
  /** Reads only in a mirror. */
  readonly mirrored: boolean;
  /** Of a QR Code or Data Matrix: codewords of a block that can be spent on errors, two for each. */
  readonly errorCorrection?: number;
}

/** Check digit of a GTIN: weights 3 and 1 in turn from the right, up to the next ten. */
export function gtinCheckDigit(digits: string): number {
  let sum = 0;
  for (let i = 0; i < digits.length; i++)
    sum += Number(digits[digits.length - 1 - i]) * (i % 2 === 0 ? 3 : 1);
  return (10 - (sum % 10)) % 10;
}

const GTIN_TYPES: readonly string[] = ['EAN-13', 'EAN-8', 'UPC-A', 'ITF-14'];

/** The GTIN in a symbol: all of it, or the part behind application identifier 01. */
export function gtinOf(type: string, content: string): string | undefined {
  if (GTIN_TYPES.includes(type))
    return /^(\d{8}|\d{12}|\d{13}|\d{14})$/.test(content) ? content : undefined;
  return /^(?:\(01\)|01)(\d{14})/.exec(content)?.[1];
}

/** Nothing where the content is no GTIN. */
export function checkDigitRight(type: string, content: string): boolean | undefined {
  const gtin = gtinOf(type, content);
  if (gtin === undefined) return undefined;
  return gtinCheckDigit(gtin.slice(0, -1)) === Number(gtin.at(-1));
}

const QUIET: Readonly<Record<string, readonly [number, number]>> = {
  'EAN-13': [11, 7],
  'EAN-8': [7, 7],
  'UPC-A': [9, 9],
  'UPC-E': [9, 7],
  'Code 128': [10, 10],
  'Code 39': [10, 10],
  'Code 93': [10, 10],
  'ITF-14': [10, 10],
  ITF: [10, 10],
  Codabar: [10, 10],
  'QR Code': [4, 4],
  'Micro QR Code': [2, 2],
  'Data Matrix': [1, 1],
  Aztec: [0, 0],
  PDF417: [2, 2],
};

/** Codes of modules in both directions. */
export const MATRIX_TYPES = [
  'QR Code',
  'Micro QR Code',
  'rMQR Code',
  'Data Matrix',
  'Aztec',
  'MaxiCode',
];
export const isMatrix = (type: string): boolean => MATRIX_TYPES.includes(type);

/** Modules that must stay blank on either side; ten where the symbology is not known here. */
export const quietWanted = (type: string): readonly [number, number] => QUIET[type] ?? [10, 10];

/** Modules across a symbol whose length does not depend on its content. */
const MODULES: Readonly<Record<string, number>> = {
  'EAN-13': 95,
  'UPC-A': 95,
  'EAN-8': 67,
  'UPC-E': 51,
};
export const modulesAcross = (type: string): number | undefined => MODULES[type];

/** The box with its quiet zones: what has to lie on white. A matrix code has them all round. */
export function barcodeGround({ type, box, turn, moduleMm, quietWanted: [a, b] }: Barcode): MmBox {
  const along = Math.abs(Math.round(turn / 90)) % 2 === 0;
  const [before, after] = [a * moduleMm, b * moduleMm];
  const [x, y] = [along || isMatrix(type), !along || isMatrix(type)];
  return {
    left: x ? box.left - before : box.left,
    top: y ? box.top - before : box.top,
    width: x ? box.width + before + after : box.width,
    height: y ? box.height + before + after : box.height,
  };
}
