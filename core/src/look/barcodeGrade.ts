/**
 * The grade of a linear barcode on the simulated print, as ISO/IEC 15416:2016 has it (from memory): ten scan reflectance profiles
 * through an aperture for its module, each graded by its worst parameter; the symbol's grade is their mean. Of a matrix code what
 * ISO/IEC 15415:2011 (from memory) says of contrast, modulation and unused error correction.
 */

export type Grade = 'A' | 'B' | 'C' | 'D' | 'F';

/** What a profile is graded by, in the words of the standard. */
export const PARAMETERS = [
  'edge determination',
  'decode',
  'minimum reflectance',
  'minimum edge contrast',
  'symbol contrast',
  'modulation',
  'defects',
  'decodability',
  'quiet zones',
  'unused error correction',
] as const;
export type Parameter = (typeof PARAMETERS)[number];

export interface SymbolGrade {
  /** Mean of the profiles, 0 to 4, and the letter it rounds to. */
  readonly value: number;
  readonly grade: Grade;
  /** The parameter that holds most profiles at their grade. */
  readonly limitedBy: Parameter;
  /** Mean over the profiles; parameters that could not be measured have none. */
  readonly measured: Readonly<Partial<Record<Parameter, number>>>;
  /** Lightest less darkest reflectance, mean over the profiles, 0 to 1. */
  readonly symbolContrast: number;
  readonly darkest: number;
  readonly lightest: number;
}

/** Reflectance at 660 nm, 0 to 1, in rows, of a symbol with its quiet zones. */
export interface Reflectances {
  readonly values: Float32Array;
  readonly width: number;
  readonly height: number;
  readonly pixelMm: number;
}

export interface Symbol {
  readonly type: string;
  readonly moduleMm: number;
  /** Bars stand upright, so that scan lines go along rows. */
  readonly upright: boolean;
}

/** Least figures for grades 4 to 1: the table of ISO/IEC 15416, defects as what is left of one. */
const BANDS: Readonly<Partial<Record<Parameter, readonly number[]>>> = {
  'symbol contrast': [0.7, 0.55, 0.4, 0.2],
  modulation: [0.7, 0.6, 0.5, 0.4],
  defects: [0.85, 0.8, 0.75, 0.7],
  decodability: [0.62, 0.5, 0.37, 0.25],
  'unused error correction': [0.62, 0.5, 0.37, 0.25],
};
/** A bar reflects at most this share of the lightest ground. */
const DARK_SHARE = 0.5;
const LEAST_EDGE_CONTRAST = 0.15;
const PROFILES = 10;

/** Diameter of the measuring aperture by module, mm: table 2 of ISO/IEC 15416. */
export function apertureFor(moduleMm: number): number {
  if (moduleMm < 0.18) return 0.075;
  if (moduleMm < 0.33) return 0.125;
  return moduleMm < 0.635 ? 0.25 : 0.5;
}

const gradeOf = (bands: readonly number[], value: number): number =>
  bands.filter((least) => value >= least - 1e-9).length;

export const contrastGrade = (contrast: number): Grade =>
  letterOf(gradeOf(BANDS['symbol contrast']!, contrast));

export const letterOf = (value: number): Grade =>
  value >= 3.5 ? 'A' : value >= 2.5 ? 'B' : value >= 1.5 ? 'C' : value >= 0.5 ? 'D' : 'F';

/** Samples of a profile in the diameter of the aperture. */
const STEPS = 6;
/** Points across the aperture at which the picture is read. */
const ACROSS = 7;

/** One scan reflectance profile: what the aperture sees along a line. @param at share of the height, from the top */
function profileOf(picture: Reflectances, { moduleMm, upright }: Symbol, at: number): Float64Array {
  const { values, width, height, pixelMm } = picture;
  const [along, across] = upright ? [width, height] : [height, width];
  const radius = apertureFor(moduleMm) / pixelMm / 2;
  const offsets: (readonly [number, number])[] = [];
  for (let v = 0; v < ACROSS; v++)
    for (let u = 0; u < ACROSS; u++) {
      const [x, y] = [u, v].map((k) => ((2 * k + 1) / ACROSS - 1) * radius);
      if (x * x + y * y <= radius * radius) offsets.push([x, y]);
    }
  const step = (2 * radius) / STEPS;
  const line = at * across;
  const clamp = (value: number, size: number) => Math.min(size - 1, Math.max(0, Math.floor(value)));
  return Float64Array.from({ length: Math.max(1, Math.floor(along / step)) }, (_, i) => {
    const centre = (i + 0.5) * step;
    let sum = 0;
    for (const [x, y] of offsets) {
      const [a, b] = [clamp(centre + x, along), clamp(line + y, across)];
      sum += upright ? values[b * width + a] : values[a * width + b];
    }
    return sum / offsets.length;
  });
}

interface Element {
  readonly dark: boolean;
  /** Where it begins and ends, in samples. */
  readonly from: number;
  readonly to: number;
  /** Lightest of a space, darkest of a bar. */
  readonly extreme: number;
  /** Between the highest peak and the lowest valley inside. */
  readonly unevenness: number;
}

/** Bars and spaces where the profile crosses the middle between lightest and darkest; quiet zones first and last. */
function elementsOf(profile: Float64Array, threshold: number): Element[] {
  const regions: { dark: boolean; from: number; to: number }[] = [];
  profile.forEach((value, i) => {
    const dark = value < threshold;
    const last = regions.at(-1);
    if (last?.dark === dark) last.to = i + 1;
    else regions.push({ dark, from: i, to: i + 1 });
  });
  const extremes = regions.map(({ dark, from, to }) => {
    const part = profile.subarray(from, to);
    return dark ? Math.min(...part) : Math.max(...part);
  });
  // An edge lies where the profile passes half way between the space and the bar beside it.
  const edge = (k: number): number => {
    const level = (extremes[k - 1] + extremes[k]) / 2;
    const first = regions[k - 1].from;
    for (let i = regions[k].from; i > first; i--)
      if (profile[i - 1] >= level !== profile[i] >= level)
        return i - 0.5 + (level - profile[i - 1]) / (profile[i] - profile[i - 1]);
    for (let i = regions[k].from; i < regions[k].to - 1; i++)
      if (profile[i] >= level !== profile[i + 1] >= level)
        return i + 0.5 + (level - profile[i]) / (profile[i + 1] - profile[i]);
    return regions[k].from;
  };
  const edges = regions.map((_, k) => (k === 0 ? 0 : edge(k)));
  return regions.map(({ dark, from, to }, k) => ({
    dark,
    from: edges[k],
    to: edges[k + 1] ?? profile.length,
    extreme: extremes[k],
    unevenness: unevenness(profile.subarray(from, to), dark),
  }));
}

/** Of a bar: how far it rises again between two valleys; of a space how far it falls between two peaks. */
function unevenness(part: Float64Array, dark: boolean): number {
  const sign = dark ? 1 : -1;
  let [valley, peak, most, rise] = [Infinity, -Infinity, 0, 0];
  for (const value of part) {
    const v = sign * value;
    if (v < valley && rise === 0) [valley, peak] = [v, -Infinity];
    else if (v > valley) {
      peak = Math.max(peak, v);
      rise = peak - valley;
    }
    // It counts once it has come down again: what rises towards the edge is the edge.
    if (rise > 0 && v < peak) most = Math.max(most, Math.min(rise, peak - v));
    if (v < valley) [valley, peak, rise] = [v, -Infinity, 0];
  }
  return most;
}

/** How the bars and spaces of a symbology make characters: elements each, modules each, and the guards before, between and after. */
interface Structure {
  /** Whether so many elements can be such a symbol. */
  readonly whole: (elements: number) => boolean;
  /** Where characters begin, and how many elements they have. */
  readonly characters: (elements: number) => readonly (readonly [first: number, count: number])[];
  /** Modules of a character; absent where elements are narrow or wide. */
  readonly modules?: number;
}

const every = (first: number, count: number, times: number, step = count) =>
  Array.from({ length: times }, (_, i) => [first + i * step, count] as const);

const EAN_13: Structure = {
  whole: (n) => n === 59,
  characters: () => [...every(3, 4, 6), ...every(32, 4, 6)],
  modules: 7,
};
const STRUCTURES: Readonly<Record<string, Structure>> = {
  'EAN-13': EAN_13,
  'UPC-A': EAN_13,
  'EAN-8': {
    whole: (n) => n === 43,
    characters: () => [...every(3, 4, 4), ...every(24, 4, 4)],
    modules: 7,
  },
  'UPC-E': { whole: (n) => n === 33, characters: () => every(3, 4, 6), modules: 7 },
  'Code 128': {
    whole: (n) => n >= 25 && (n - 7) % 6 === 0,
    characters: (n) => every(0, 6, (n - 7) / 6),
    modules: 11,
  },
  'Code 39': {
    whole: (n) => n >= 29 && (n + 1) % 10 === 0,
    characters: (n) => every(0, 9, (n + 1) / 10, 10),
  },
  ITF: {
    whole: (n) => n >= 17 && (n - 7) % 10 === 0,
    characters: (n) => every(4, 10, (n - 7) / 10),
  },
};
const structureOf = (type: string): Structure | undefined =>
  STRUCTURES[type === 'ITF-14' ? 'ITF' : type];

/** Decodability: how far every measured width keeps from the thresholds of the reference decode, 0 to 1. */
function decodability(widths: readonly number[], { characters, modules }: Structure): number {
  let least = 1;
  for (const [first, count] of characters(widths.length)) {
    const own = widths.slice(first, first + count);
    const whole = own.reduce((sum, width) => sum + width, 0);
    if (modules) {
      // Edge to similar edge: sums of a bar and a space are whole modules, and thresholds lie half way between.
      for (let i = 0; i + 1 < count; i++) {
        const sum = ((own[i] + own[i + 1]) / whole) * modules;
        least = Math.min(least, 1 - 2 * Math.abs(sum - Math.round(sum)));
      }
      continue;
    }
    const sorted = own.toSorted((a, b) => a - b);
    const wide = count === 9 ? 3 : 4;
    const narrowMean = mean(sorted.slice(0, count - wide));
    const wideMean = mean(sorted.slice(count - wide));
    const threshold = (narrowMean + wideMean) / 2;
    const span = threshold - narrowMean;
    for (const width of own) least = Math.min(least, Math.abs(width - threshold) / span);
  }
  return Math.max(0, least);
}

const mean = (of: readonly number[]): number =>
  of.reduce((sum, value) => sum + value, 0) / Math.max(1, of.length);

interface ProfileGrade {
  readonly grades: ReadonlyMap<Parameter, number>;
  readonly measured: ReadonlyMap<Parameter, number>;
  readonly darkest: number;
  readonly lightest: number;
}

function gradeProfile(
  profile: Float64Array,
  { type }: Symbol,
  decodes: boolean,
  quietFree: boolean,
): ProfileGrade {
  const [darkest, lightest] = [Math.min(...profile), Math.max(...profile)];
  const contrast = lightest - darkest;
  const all = elementsOf(profile, (darkest + lightest) / 2);
  const structure = structureOf(type);
  // Light on either side; without it there is no symbol on the line.
  const bounded = all.length >= 3 && !all[0].dark && !all.at(-1)!.dark;
  const inside = all.slice(1, -1);
  const whole = bounded && (structure?.whole(inside.length) ?? true);
  const edges = all.slice(1).map(({ extreme }, i) => Math.abs(extreme - all[i].extreme));
  const edgeContrast = edges.length > 0 ? Math.min(...edges) : 0;
  const uneven = Math.max(0, ...all.map((element) => element.unevenness));
  const measured = new Map<Parameter, number>([
    ['minimum reflectance', darkest / Math.max(1e-9, lightest)],
    ['minimum edge contrast', edgeContrast],
    ['symbol contrast', contrast],
    ['modulation', edgeContrast / Math.max(1e-9, contrast)],
    ['defects', uneven / Math.max(1e-9, contrast)],
  ]);
  if (whole && structure)
    measured.set(
      'decodability',
      decodability(
        inside.map(({ from, to }) => to - from),
        structure,
      ),
    );
  const banded = (parameter: Parameter, value: number) =>
    [parameter, gradeOf(BANDS[parameter]!, value)] as const;
  const pass = (parameter: Parameter, passes: boolean) => [parameter, passes ? 4 : 0] as const;
  const decodable = measured.get('decodability');
  const grades = new Map<Parameter, number>([
    pass('edge determination', whole),
    pass('decode', decodes),
    pass('minimum reflectance', darkest <= DARK_SHARE * lightest),
    pass('minimum edge contrast', edgeContrast >= LEAST_EDGE_CONTRAST),
    banded('symbol contrast', contrast),
    banded('modulation', measured.get('modulation')!),
    banded('defects', 1 - measured.get('defects')!),
    ...(decodable === undefined ? [] : [banded('decodability', decodable)]),
    pass('quiet zones', quietFree),
  ]);
  return { grades, measured, darkest, lightest };
}

/**
 * @param decodes a reference decoder reads what the artwork says
 * @param quietFree the quiet zones are as wide as the symbology asks for
 */
export function gradeLinear(
  picture: Reflectances,
  symbol: Symbol,
  decodes: boolean,
  quietFree = true,
): SymbolGrade {
  // Within the middle four fifths: the ends of bars are not scanned.
  const profiles = Array.from({ length: PROFILES }, (_, line) =>
    gradeProfile(
      profileOf(picture, symbol, 0.1 + (0.8 * (line + 0.5)) / PROFILES),
      symbol,
      decodes,
      quietFree,
    ),
  );
  return together(profiles);
}

function together(profiles: readonly ProfileGrade[]): SymbolGrade {
  const worst = profiles.map(({ grades }) => Math.min(...grades.values()));
  const value = mean(worst);
  const holding = (parameter: Parameter) =>
    profiles.filter(({ grades }, i) => grades.get(parameter) === worst[i]).length;
  const limitedBy = PARAMETERS.reduce((most, parameter) =>
    holding(parameter) > holding(most) ? parameter : most,
  );
  const measured: Partial<Record<Parameter, number>> = {};
  for (const parameter of PARAMETERS) {
    const found = profiles.flatMap((profile) => profile.measured.get(parameter) ?? []);
    if (found.length > 0) measured[parameter] = mean(found);
  }
  return {
    value,
    grade: letterOf(value),
    limitedBy,
    measured,
    symbolContrast: measured['symbol contrast']!,
    darkest: mean(profiles.map(({ darkest }) => darkest)),
    lightest: mean(profiles.map(({ lightest }) => lightest)),
  };
}

/** Least modulation for grades 4 to 1 of ISO/IEC 15415. */
const MATRIX_MODULATION = [0.5, 0.4, 0.3, 0.2];
/** Share of modules below which modulation is not looked at: error correction is there for them. */
const CORRECTED = 0.05;

/** The symbol as it was drawn, and what it can bear. */
export interface DrawnMatrix {
  /** Light of each pixel of the picture, 0 dark to 255. */
  readonly light: Uint8Array;
  /** Codewords of a block that can be spent on errors, two for each. */
  readonly errorCorrection: number;
}

/**
 * A matrix code by its contrast, by how far its modules keep from the middle, and by how much of its error correction is left.
 * Modules that came out the wrong way are counted as if each lay in a codeword of its own and all in one block, so what is left
 * is at least what is returned. How even the grid is, a simulation of plates can't show.
 * @param quiet modules blank on each side
 */
export function gradeMatrix(
  { values, width, height, pixelMm }: Reflectances,
  { moduleMm }: Pick<Symbol, 'moduleMm'>,
  decodes: boolean,
  quiet: number,
  drawn?: DrawnMatrix,
): SymbolGrade {
  const sorted = values.slice().sort();
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  const [darkest, lightest] = [at(0.02), at(0.98)];
  const contrast = lightest - darkest;
  const middle = (darkest + lightest) / 2;
  const pitch = moduleMm / pixelMm;
  const modulations: number[] = [];
  let [same, other] = [0, 0];
  for (let y = (quiet + 0.5) * pitch; y < height - quiet * pitch; y += pitch)
    for (let x = (quiet + 0.5) * pitch; x < width - quiet * pitch; x += pitch) {
      let [sum, light, count] = [0, 0, 0];
      for (let v = -1; v <= 1; v++)
        for (let u = -1; u <= 1; u++) {
          const [a, b] = [Math.floor(x + u * pitch * 0.2), Math.floor(y + v * pitch * 0.2)];
          if (a < 0 || b < 0 || a >= width || b >= height) continue;
          sum += values[b * width + a];
          light += drawn?.light[b * width + a] ?? 0;
          count++;
        }
      if (count === 0) continue;
      const from = sum / count - middle;
      modulations.push((2 * Math.abs(from)) / Math.max(1e-9, contrast));
      if (from >= 0 === light / count >= 128) same++;
      else other++;
    }
  modulations.sort((a, b) => a - b);
  const modulation = modulations[Math.floor(CORRECTED * modulations.length)] ?? 0;
  const grades = new Map<Parameter, number>([
    ['decode', decodes ? 4 : 0],
    ['symbol contrast', gradeOf(BANDS['symbol contrast']!, contrast)],
    ['modulation', gradeOf(MATRIX_MODULATION, modulation)],
  ]);
  const measured = new Map<Parameter, number>([
    ['symbol contrast', contrast],
    ['modulation', modulation],
  ]);
  if (drawn) {
    // White ink on a dark ground is the same symbol the other way round.
    const unused = Math.max(0, 1 - (2 * Math.min(same, other)) / drawn.errorCorrection);
    measured.set('unused error correction', unused);
    grades.set('unused error correction', gradeOf(BANDS['unused error correction']!, unused));
  }
  return together([{ grades, measured, darkest, lightest }]);
}
