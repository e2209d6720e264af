import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MACHINE, MATERIAL, ANCHOR } from '../../test/shop.ts';
import { makeScene, seen } from '../look/index.ts';
import { labOnAnchorSheet, processLayer, processModel, RAMP_TINTS } from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { D50, deltaE2000, spectrumToLab, type Triple } from '../spectrum/index.ts';
import { parseStack, type Ink, type Machine, type Material } from '../stack/index.ts';
import {
  CHECK_MIXTURES,
  fitForm,
  mediaRelative,
  oneWhite,
  overprintName,
  patchNamed,
  RAMP_PERCENT,
  readCgats,
  readingsOf,
  testForm,
  withRules,
  writeCgats,
  type FormReading,
  type Reading,
} from './index.ts';

const PROCESS = processModel(ANCHOR);
const FILM: Material = {
  ...MATERIAL,
  id: 'film',
  name: 'Clear film',
  class: 'clear',
  optics: { lab: [96, 0, 0.5], transmittance: 0.91, haze: 0.03, gloss: 85 },
};

/** Seeded noise, normal by the sum of twelve. @param deltaE its mean distance in Lab */
function noise(seed: number, deltaE: number) {
  let state = seed;
  const uniform = () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
  const normal = () => Array.from({ length: 12 }, uniform).reduce((sum, u) => sum + u, -6);
  // Three normal parts have a length of 1.6 of one on the average.
  return (lab: Triple) => lab.map((part) => part + (normal() * deltaE) / 1.6) as unknown as Triple;
}

/** A printer whose white nobody knows. */
const printer = (truth: Partial<Ink>): Machine => ({
  ...MACHINE,
  inks: MACHINE.inks.map((ink) => (ink.role === 'white' ? { ...ink, ...truth } : ink)),
});
function look(machine: Machine, notation: string, place: 'black' | 'white'): Triple {
  const stack = parseStack(notation);
  const scene = makeScene({ stack, material: FILM, machine, process: PROCESS });
  const plates = new Map(plateSpecs(stack).map(({ key }) => [key, 1]));
  const bare = [0, 0, 0, 0];
  const point = { process: { front: bare, rear: bare }, plates };
  return spectrumToLab(seen(scene, point, { side: 'front', place }), D50);
}
function readWhite(machine: Machine, seed: number): Reading[] {
  const measured = noise(seed, 0.3);
  return testForm('white-ladder', MACHINE, FILM).pages.flatMap(({ hits, patches }) =>
    patches.flatMap(({ inks }) =>
      (['black', 'white'] as const).map((backing) => {
        const density = Math.round(inks.W * 100);
        const lab = measured(look(machine, `film | W${density}x${hits}@sheet`, backing));
        return { id: `W${density}x${hits}`, backing, lab, lightness: lab[0] };
      }),
    ),
  );
}
const reading = (readings: readonly Reading[], step?: number): FormReading => ({
  machine: MACHINE,
  material: FILM,
  on: '2026-11-12',
  readings,
  ...(step !== undefined && { step }),
});
const whiteOf = ({ inks }: Machine) => inks.find(({ role }) => role === 'white')!;

describe('a machine with two whites', () => {
  const [own] = MACHINE.inks.filter(({ role }) => role === 'white');
  const second: Ink = {
    ...own,
    channel: 'Soft' as Ink['channel'],
    name: 'Soft white',
  };
  const two: Machine = { ...MACHINE, inks: [...MACHINE.inks, second] };
  const inkOf = ({ inks }: Machine, channel: string) =>
    inks.find((ink) => ink.channel === channel)!;

  it('reads a ladder of each, and leaves the other white as it is', () => {
    const readings = readWhite(printer({ contrastRatio: 0.55, drops: 5 }), 3);
    for (const [read, other] of [
      [second, own],
      [own, second],
    ]) {
      const fit = fitForm('white-ladder', {
        ...reading(readings),
        machine: two,
        white: read.channel,
      });
      expect(Math.abs(inkOf(fit.machine, read.channel).contrastRatio! - 0.55)).toBeLessThan(0.01);
      expect(inkOf(fit.machine, other.channel)).toEqual(other);
      expect(fit.machine.measured!.map(({ field }) => field)).toEqual([
        `inks.${read.channel}.contrastRatio`,
        `inks.${read.channel}.drops`,
      ]);
    }
  });

  it('lays the form in the white that is read', () => {
    const one = oneWhite(two, second.channel);
    expect(one.inks.filter(({ role }) => role === 'white')).toEqual([second]);
    expect(oneWhite(two, undefined)).toBe(two);
    expect(oneWhite(two, 'C')).toBe(two);
  });
});

describe('the white ladder', () => {
  it.each([
    [0.62, 3],
    [0.72, 9],
    [0.85, 20],
  ])(
    'finds a hidden white of contrast ratio %d in %d drops through the noise of an instrument',
    (contrastRatio, drops) => {
      const truth = printer({ contrastRatio, drops });
      for (const seed of [1, 2, 3]) {
        const fit = fitForm('white-ladder', reading(readWhite(truth, seed)));
        expect(Math.abs(whiteOf(fit.machine).contrastRatio! - contrastRatio)).toBeLessThan(0.01);
        // What the residual tells is the noise, and no less.
        expect(fit.residual!.mean).toBeGreaterThan(0.1);
        expect(fit.residual!.mean).toBeLessThan(0.6);
        // Densities and hits that were on no form look as the printer prints them.
        for (const notation of ['film | W35@sheet', 'film | W65x2@sheet', 'film | W85x3@sheet'])
          for (const place of ['black', 'white'] as const)
            expect(
              deltaE2000(look(fit.machine, notation, place), look(truth, notation, place)),
              `${notation} ${place} ${seed}`,
            ).toBeLessThan(1.5);
      }
    },
    60_000,
  );

  it('is fitted from typed L* too, and marks its figures as measured', () => {
    const truth = printer({ contrastRatio: 0.8, drops: 8 });
    const typed = readWhite(truth, 5).map(({ id, backing, lightness }) => ({
      id,
      ...(backing && { backing }),
      lightness,
    }));
    const assumed = { ...MACHINE, assumed: ['inks.W.contrastRatio', 'setupMinutes'] };
    const fit = fitForm('white-ladder', { ...reading(typed), machine: assumed });
    expect(fit.residual!.unit).toBe('L*');
    expect(Math.abs(whiteOf(fit.machine).contrastRatio! - 0.8)).toBeLessThan(0.01);
    expect(fit.machine.assumed).toEqual(['setupMinutes']);
    expect(fit.machine.measured).toContainEqual({
      field: 'inks.W.contrastRatio',
      form: 'white-ladder',
      on: '2026-11-12',
      material: 'Clear film',
    });
  });

  it('says of a reading that does not fit that it is to be measured again', () => {
    const lightness = { W100x1: 80, W60x1: 30, W30x1: 70 };
    const muddled = Object.entries(lightness).map(([id, value]) => ({
      id,
      backing: 'black' as const,
      lightness: value,
    }));
    expect(fitForm('white-ladder', reading(muddled)).says.at(-1)).toContain('fits badly');
    const sound = readWhite(printer({ contrastRatio: 0.7 }), 1).slice(0, 18);
    expect(fitForm('white-ladder', reading(sound)).says.join(' ')).not.toContain('badly');
  });

  it('refuses a reading that can’t tell, by what is missing', () => {
    const whole = readWhite(printer({ contrastRatio: 0.7 }), 1);
    const without = (words: RegExp) => whole.filter(({ id }) => !words.test(id));
    const refused = (readings: readonly Reading[], material = FILM) => {
      try {
        fitForm('white-ladder', { ...reading(readings), material });
        return '';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refused([])).toContain('W100x1, measured with a black card');
    expect(refused(without(/^W[2-9]0x/))).toContain('At least two tints');
    const board = {
      ...MATERIAL,
      class: 'white' as const,
      optics: { lab: [95, 0, 0] as Triple, transmittance: 0, haze: 1, gloss: 50 },
    };
    expect(refused(whole, board)).toContain('too light for this form');
  });
});

describe('the primaries', () => {
  /** A printing condition of its own: dirtier, with more gain. */
  const hidden = {
    primaries: ANCHOR.primaries.map(([l, a, b]) => [l * 0.97, a * 0.85, b * 0.9 + 1] as Triple),
    ramps: ANCHOR.ramps,
  };
  hidden.primaries[0] = [100, 0, 0];
  const paper: Triple = [94, 0.5, -2];
  const model = processModel(hidden);
  const absolute = (lab: Triple): Triple => {
    // Back from the paper: the inverse of what the fit does, by searching.
    let guess = lab;
    for (let round = 0; round < 60; round++) {
      const now = mediaRelative(guess, paper);
      guess = guess.map((part, i) => part + (lab[i] - now[i])) as unknown as Triple;
    }
    return guess;
  };
  const labOf = (percent: readonly number[]) =>
    absolute(
      labOnAnchorSheet(
        processLayer(
          model,
          percent.map((p) => p / 100),
        ),
      ),
    );
  const whole = (seed: number): Reading[] => {
    const measured = noise(seed, 0.3);
    const one = (id: string, lab: Triple): Reading => {
      const read = measured(lab);
      return { id, lab: read, lightness: read[0] };
    };
    return [
      ...Array.from({ length: 16 }, (_, bits) =>
        one(
          overprintName(bits),
          bits === 0 ? paper : labOf([0, 1, 2, 3].map((i) => (bits & (1 << i) ? 100 : 0))),
        ),
      ),
      ...['C', 'M', 'Y', 'K'].flatMap((ink, i) =>
        RAMP_PERCENT.map((percent) =>
          one(`${ink}${percent}`, labOf([0, 1, 2, 3].map((k) => (k === i ? percent : 0)))),
        ),
      ),
      ...CHECK_MIXTURES.map((mixture, i) => one(`mix${i + 1}`, labOf(mixture))),
    ];
  };

  it('become the colours of this machine on this material, within ΔE2000 1.5 on mixtures never used', () => {
    expect(RAMP_PERCENT.map((percent) => percent / 100)).toEqual([...RAMP_TINTS]);
    for (const seed of [1, 2, 3]) {
      const fit = fitForm('primaries', reading(whole(seed)));
      expect(fit.residual!.p95).toBeLessThan(1.5);
      expect(fit.machine.primaries).toMatchObject([{ materialId: 'film', on: '2026-11-12' }]);
      const fitted = processModel(fit.machine.primaries![0].anchor);
      for (const tints of [
        [0.33, 0.1, 0.7, 0.05],
        [0.9, 0.2, 0.1, 0],
        [0.1, 0.55, 0.2, 0.3],
      ])
        expect(
          deltaE2000(
            labOnAnchorSheet(processLayer(fitted, tints)),
            labOnAnchorSheet(processLayer(model, tints)),
          ),
        ).toBeLessThan(1.5);
    }
  });

  it('need every patch, and say which is missing', () => {
    expect(() => fitForm('primaries', reading(whole(1).filter(({ id }) => id !== 'MY')))).toThrow(
      '“MY” is missing',
    );
  });
});

describe('the name of a patch', () => {
  const known = new Set(['W50x1', 'C10']);
  it('is the form’s own, with what lay under it at its end', () => {
    expect(patchNamed('W50x1', known)).toEqual({ id: 'W50x1' });
    expect(patchNamed(' W50x1_Black ', known)).toEqual({ id: 'W50x1', backing: 'black' });
    expect(patchNamed('W55x1', known)).toBeUndefined();
  });

  it('is found in SAMPLE_ID or SAMPLE_NAME, and other patches of the file are left out', () => {
    const samples = [
      { id: '1', name: 'W50x1-white', lab: [50, 0, 0] as const, line: 1 },
      { id: 'C10', name: 'B7', lab: [60, 0, 0] as const, line: 2 },
      { id: '3', lab: [70, 0, 0] as const, line: 3 },
    ];
    expect(readingsOf(samples, known, 'black').map(({ id, backing }) => [id, backing])).toEqual([
      ['W50x1', 'white'],
      ['C10', 'black'],
    ]);
  });
});

describe('the rules of a house', () => {
  it('keep what a fit says nothing of, chokes of other machines too', () => {
    const rules = { waitMinutes: 5, chokeMm: { other: 0.1 } };
    expect(withRules(rules, { chokeMm: { test: 0.2 } })).toEqual({
      waitMinutes: 5,
      chokeMm: { other: 0.1, test: 0.2 },
    });
    expect(withRules(rules, { waitMinutes: 15 })).toEqual({ ...rules, waitMinutes: 15 });
  });
});

describe('forms that eye, finger and scanner read', () => {
  it.each([
    ['silver-ladder', 30, { silverUnderLimit: 30 }, {}],
    ['total-ink', 280, { inkLimit: 280 }, {}],
    ['vernier', 500, { maxTwoTripLength: 500 }, {}],
    ['bar-ladder', 0.04, { barReduction: 0.04 }, {}],
    ['choke-ladder', 0.14, {}, { chokeMm: { test: 0.14 } }],
    ['grain-ladder', 60, {}, { grainWhite: 60 }],
    ['drying-ladder', 10, {}, { waitMinutes: 10 }],
  ] as const)('%s sets what was chosen', (kind, step, machine, rules) => {
    const fit = fitForm(kind, reading([], step));
    expect(fit.machine).toMatchObject(machine);
    expect(fit.rules).toEqual(rules);
    expect(fit.says).toHaveLength(1);
    expect(() => fitForm(kind, reading([]))).toThrow('Choose the field');
    expect(() => fitForm(kind, reading([], 9999))).toThrow('Choose the field');
  });
});

// ---- measurements as programs write them ----

/** As culori works it out. */
function xyz(l: number, a: number, b: number): string {
  const { x, y, z } = converter('xyz50')({ mode: 'lab', l, a, b });
  return [x, y, z].map((part) => (part * 100).toFixed(4)).join(' ');
}
const head = 'CGATS.17\nORIGINATOR "An instrument"\n';
const DIALECTS: readonly (readonly [name: string, text: string])[] = [
  [
    'with tabs',
    `${head}NUMBER_OF_FIELDS\t4\nBEGIN_DATA_FORMAT\nSAMPLE_ID\tLAB_L\tLAB_A\tLAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS\t2\nBEGIN_DATA\nA1\t50.0\t10.5\t-20.25\nA2\t95\t0\t-2\nEND_DATA\n`,
  ],
  [
    'with blanks and quotes',
    `${head}BEGIN_DATA_FORMAT\n  SAMPLE_ID SAMPLE_NAME LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n  1 "A1" 50.0 10.5 -20.25\n  2 "A2" 95 0 -2\nEND_DATA\n`,
  ],
  [
    'with Windows lines and SampleName',
    `${head}BEGIN_DATA_FORMAT\r\nSampleName\tLab_L\tLab_a\tLab_b\r\nEND_DATA_FORMAT\r\nBEGIN_DATA\r\nA1\t50.0\t10.5\t-20.25\r\nA2\t95\t0\t-2\r\nEND_DATA\r\n`,
  ],
  [
    'with a decimal comma',
    `${head}BEGIN_DATA_FORMAT\nSAMPLE_ID\tLAB_L\tLAB_A\tLAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\nA1\t50,0\t10,5\t-20,25\nA2\t95,0\t0\t-2\nEND_DATA\n`,
  ],
  [
    'with XYZ',
    `${head}BEGIN_DATA_FORMAT\nSAMPLE_ID XYZ_X XYZ_Y XYZ_Z\nEND_DATA_FORMAT\nBEGIN_DATA\nA1 ${xyz(50, 10.5, -20.25)}\nA2 ${xyz(95, 0, -2)}\nEND_DATA\n`,
  ],
  [
    'with other columns, comments and an inkless name',
    `ECI2002 target\n# a comment\nKEYWORD "SAMPLE_LOC"\n${head}BEGIN_DATA_FORMAT\nSAMPLE_LOC SAMPLE_ID CMYK_C CMYK_M LAB_L LAB_A LAB_B STDEV_L\nEND_DATA_FORMAT\nBEGIN_DATA\nA1 1 10 20 50.0 10.5 -20.25 0.1 # first\nA2 2 0 0 95 0 -2 0.1\nEND_DATA\n`,
  ],
  [
    'with fields over several lines and a first table of something else',
    `${head}BEGIN_DATA_FORMAT\nSAMPLE_ID\nLAB_L LAB_A\nLAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS 2\nBEGIN_DATA\nA1 50.0 10.5 -20.25\nA2 95 0 -2\nEND_DATA\n`,
  ],
  [
    'with a byte order mark, exponents and lower case',
    `\uFEFFcgats.17\nbegin_data_format\nsample_id\tlab_l\tlab_a\tlab_b\nend_data_format\nbegin_data\nA1\t5.0e1\t1.05E+1\t-20.25\nA2\t95.\t0\t-2.0\nend_data\n`,
  ],
];
const spectral = (fields: string, scale: number) =>
  `${head}BEGIN_DATA_FORMAT\nSAMPLE_ID ${fields}\nEND_DATA_FORMAT\nBEGIN_DATA\nA1 ${Array.from({ length: 36 }, () => (0.5 * scale).toString()).join(' ')}\nEND_DATA\n`;
const bands = (name: (nm: number) => string) =>
  Array.from({ length: 36 }, (_, i) => name(380 + 10 * i)).join(' ');

describe('a measurement', () => {
  it.each(DIALECTS)('is read %s', (_name, text) => {
    const [first, second] = readingsOf(readCgats(text), new Set(['A1', 'A2']), 'black');
    expect([first, second]).toMatchObject([
      { id: 'A1', backing: 'black' },
      { id: 'A2', backing: 'black' },
    ]);
    [50, 10.5, -20.25].forEach((part, i) => expect(first.lab![i]).toBeCloseTo(part, 1));
    [95, 0, -2].forEach((part, i) => expect(second.lab![i]).toBeCloseTo(part, 1));
  });

  it.each([
    ['SPECTRAL_NM380 …', bands((nm) => `SPECTRAL_NM${nm}`), 1],
    ['NM_380 …, in percent', bands((nm) => `NM_${nm}`), 100],
    ['R_380NM …', bands((nm) => `R_${nm}NM`), 1],
  ])(
    'is read as a spectrum by %s: a grey of half the light is L* 76.07',
    (_name, fields, scale) => {
      const [{ lab }] = readCgats(spectral(fields, scale));
      expect(lab[0]).toBeCloseTo(76.07, 1);
      expect(Math.hypot(lab[1], lab[2])).toBeLessThan(0.05);
    },
  );

  it.each([
    ['', 'no table of measurements'],
    ['BEGIN_DATA\n', 'Line 1'],
    ['BEGIN_DATA_FORMAT\nSAMPLE_ID X\nEND_DATA_FORMAT\n', 'no field holds a colour'],
    ['BEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\n', 'no field names the patches'],
    [DIALECTS[0][1].replace('50.0', 'bright'), 'Line 9'],
    [DIALECTS[0][1].replace('\t-20.25', ''), 'it has 3 values'],
    [DIALECTS[0][1].replace('SETS\t2', 'SETS\t3'), 'it states 3 patches'],
    [DIALECTS[0][1].replace('FIELDS\t4', 'FIELDS\t5'), 'it states 5 fields'],
    [DIALECTS[0][1].replace('A2', 'A1'), 'stands in line 9 already'],
    [DIALECTS[0][1].replace('END_DATA\n', ''), 'END_DATA is missing'],
    [DIALECTS[0][1].replace('50.0', '5000'), 'no surface has the colour'],
  ])('that is wrong is refused by its line: %#', (text, words) => {
    expect(() => readCgats(text)).toThrow(words);
  });

  it('is read rightly or refused with a sentence, however it was damaged', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DIALECTS.map(([, text]) => text).filter((text) => !/XYZ/.test(text))),
        fc.nat(400),
        fc.nat(6),
        fc.string({ maxLength: 4 }),
        (text, at, cut, put) => {
          const damaged = text.slice(0, at) + put + text.slice(at + cut);
          let samples;
          try {
            samples = readCgats(damaged);
          } catch (error) {
            expect((error as { code: string }).code).toBe('MEASUREMENT_WRONG');
            return;
          }
          // Every figure stands in its line as a value of its own: no part of one, and no other.
          for (const { lab, line } of samples) {
            const row = damaged.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/)[line - 1];
            const values = row
              .split(/[\s"]+/)
              .map((value) => Number(/\./.test(value) ? value : value.replace(',', '.')));
            for (const part of lab) expect(values, row).toContain(part);
          }
        },
      ),
      { numRuns: 2000, seed: 17 },
    );
  });

  it('is asked for by a target that is read back to its patches', () => {
    const { pages } = testForm('primaries', MACHINE, FILM);
    const targets = pages[0].patches.map(({ id, inks }) => ({
      id,
      inks: Object.fromEntries(Object.entries(inks).map(([ink, share]) => [ink, share * 100])),
    }));
    const text = writeCgats('Primaries', ['C', 'M', 'Y', 'K'], targets);
    expect(text).toContain(`NUMBER_OF_SETS\t${16 + 36 + CHECK_MIXTURES.length}`);
    expect(text).toContain('CMY\t100.00\t100.00\t100.00\t0.00');
    // An instrument adds the colours.
    const measured = text
      .replace('SAMPLE_ID\t', 'SAMPLE_ID\tLAB_L\tLAB_A\tLAB_B\t')
      .replace(/NUMBER_OF_FIELDS\t\d+/, 'NUMBER_OF_FIELDS\t8')
      .replaceAll(/^(paper|[CMYK]+\d*|mix\d+)\t/gm, '$1\t50\t0\t0\t');
    expect(readCgats(measured).map(({ id }) => id)).toEqual(targets.map(({ id }) => id));
  });
});
