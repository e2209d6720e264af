import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Raster } from '../raster/index.ts';
import { parseStack } from '../stack/index.ts';
import { buildPlates, cleanerMap, coverPlates, DECISIONS, plateSpecs } from './index.ts';

/** Pictures in which a cell is a tenth of full ink, "." none and "#" full. */
const inkOf = (cell: string) =>
  cell === '#' ? 255 : cell === '.' ? 0 : Math.round(Number(cell) * 25.5);

type ArtworkSide = Readonly<Record<string, readonly string[]>>;

/** One pixel a millimetre, in bands of so many rows. */
function raster(picture: ArtworkSide, bandRows = 3): Raster {
  const channels = Object.keys(picture);
  const rows = Object.values(picture).map((lines) =>
    Uint8Array.from(lines.join(''), (cell) => inkOf(cell)),
  );
  const [first] = Object.values(picture);
  const [width, height] = [first[0].length, first.length];
  return {
    width,
    height,
    dpi: 25.4,
    channels,
    *bands() {
      for (let top = 0; top < height; top += bandRows) {
        const count = Math.min(bandRows, height - top);
        yield {
          top,
          rows: count,
          planes: rows.map((plane) => plane.slice(top * width, (top + count) * width)),
        };
      }
    },
  };
}

const surroundings = {
  artPlate: (inkRole: string) => (inkRole === 'W' ? 'White' : undefined),
  codes: [{ left: 1, top: 1, right: 3, bottom: 2 }],
};

async function build(rule: string, picture: ArtworkSide, bandRows = 3) {
  const from = raster(picture, bandRows);
  const plane = new Uint8Array(from.width * from.height);
  const specs = plateSpecs(parseStack(`film | W@${rule}`));
  const { plates } = await buildPlates('front', specs, from, surroundings, (_key, rows, y) =>
    plane.set(rows, y * from.width),
  );
  const cover = await coverPlates(specs, from, surroundings);
  return { plane, measure: plates[0], cover: cover.get(specs[0].key)!, width: from.width };
}

/** The plate as it was drawn: "." nothing, "#" full, a digit for tenths. */
async function plate(rule: string, picture: ArtworkSide) {
  const { plane, width } = await build(rule, picture);
  const cells = [...plane].map((v) =>
    v === 255 ? '#' : v === 0 ? '.' : String(Math.round(v / 25.5)),
  );
  return Array.from({ length: plane.length / width }, (_, y) =>
    cells.slice(y * width, (y + 1) * width).join(''),
  );
}

const ART: ArtworkSide = {
  Black: ['........', '.######.', '.#.##.#.', '.######.', '........'],
  White: ['#.......', '........', '........', '........', '........'],
};

describe('a source', () => {
  it.each([
    ['image(alone)', ART.Black],
    ['outside(alone)', ['########', '#......#', '#.#..#.#', '#......#', '########']],
    ['paper(alone)', ['........', '........', '..#..#..', '........', '........']],
    ['art', ART.White],
    ['separation("Black" alone)', ART.Black],
    ['separation("None" alone)', Array<string>(5).fill('........')],
    ['ink(K alone)', ART.Black],
    ['ink(C alone)', Array<string>(5).fill('........')],
    ['codes(alone)', ['........', '.##.....', '........', '........', '........']],
    ['codes(margin 1 alone)', ['####....', '####....', '####....', '........', '........']],
    ['box(2 1 3 2 alone)', ['........', '..###...', '..###...', '........', '........']],
    ['ellipse(2 0 4 5 alone)', ['...##...', '..####..', '..####..', '..####..', '...##...']],
    ['polygon(0,0 5,0 0,5 alone)', ['####....', '###.....', '##......', '#.......', '........']],
    ['brush(2 1,2 6,2 alone)', ['........', '#######.', '#######.', '........', '........']],
    ['brush(3 4,2.5 alone)', ['........', '...##...', '..###...', '...##...', '........']],
    ['light(within ink(K) alone)', Array<string>(5).fill('........')],
  ])('%s', async (rule, rows) => {
    expect((await plate(rule, ART)).map((row) => row.replace(/0/g, '.'))).toEqual(rows);
  });

  it('graded from lightness is full where there is no ink and less the darker it is', async () => {
    const [row] = await plate('light(alone)', { Cyan: ['.5#'], Black: ['...'] });
    expect(row).toBe('#63');
  });

  it('graded from saturation is full in a pure ink and nothing in a grey', async () => {
    const [row] = await plate('vivid(alone)', {
      Cyan: ['.#5#'],
      Magenta: ['..5.'],
      Yellow: ['..5.'],
      Black: ['...5'],
    });
    expect(row).toBe('.#.5');
  });
});

describe('a step', () => {
  it.each([
    ['image(add box(0 0 2 1) alone)', ['##......', '.######.', '.#.##.#.', '.######.', '........']],
    [
      'image(bare box(0 0 3 5) alone)',
      ['........', '...####.', '...##.#.', '...####.', '........'],
    ],
    [
      'image(within box(0 0 3 5) alone)',
      ['........', '.##.....', '.#......', '.##.....', '........'],
    ],
    ['image(close 1mm2 alone)', ['........', '.######.', '.######.', '.######.', '........']],
    ['box(1 1 2 2 spread 1 alone)', ['.##.....', '####....', '####....', '.##.....', '........']],
    ['box(1 1 3 3 choke 1 alone)', ['........', '........', '..#.....', '........', '........']],
    [
      'box(1 1 3 3 add box(6 2 1 1) drop 2mm2 alone)',
      ['........', '.###....', '.###....', '.###....', '........'],
    ],
    ['image(add sheet(bare image) density 50 alone)', Array<string>(5).fill('55555555')],
    [
      'image(curve 0:20 100:60 alone)',
      ['22222222', '26666662', '26266262', '26666662', '22222222'],
    ],
    ['image(spare black 90 alone)', Array<string>(5).fill('........')],
    [
      'image(close 1mm2 spare black 90 inner 1 alone)',
      ['........', '.######.', '.######.', '.######.', '........'],
    ],
  ])('%s', async (rule, rows) => {
    expect(await plate(rule, ART)).toEqual(rows);
  });

  it('means pixels of the artwork itself, on a smaller picture of it too', async () => {
    const wide = { Black: Array.from({ length: 15 }, () => '..##########..') };
    const from = { ...raster(wide), dpi: 25.4 };
    const specs = plateSpecs(parseStack('film | W@image(choke 4px)'));
    const cover = async (artDpi: number) =>
      (await buildPlates('front', specs, from, { ...surroundings, artDpi })).plates[0].areaMm2;
    expect(await cover(25.4)).toBe(2 * 15);
    expect(await cover(50.8)).toBe(6 * 15);
  });

  it('closes gaps and drops strokes by their width', async () => {
    const comb = {
      Black: [
        '..............',
        '.####.####.#..',
        '.####.####.#..',
        '.####.####.#..',
        '..............',
      ],
    };
    expect((await plate('image(close 2mm)', comb))[2]).toBe('.###########..');
    expect((await plate('image(drop 2mm)', comb))[2]).toBe('.####.####....');
  });

  it('fades in over the width of a feather', async () => {
    const [row] = await plate('box(2 0 9 1 feather 3)', { Black: ['..............'] });
    expect(row).toBe('..258###852...');
  });

  it('pushes tints out with the tint they end with', async () => {
    const art = { Cyan: ['..4...9..'], Black: ['.........'] };
    expect(await plate('separation("Cyan" spread 1)', art)).toEqual(['.444.999.']);
  });

  it('leaves strokes whole that a choke would thin too far, and chokes the rest', async () => {
    const art = {
      Black: [
        '....................',
        '.###########........',
        '.###########........',
        '.###########........',
        '.###########........',
        '.##################.',
        '.###########........',
        '.###########........',
        '.###########........',
        '.###########........',
        '....................',
      ],
    };
    const plain = await plate('image(choke 1)', art);
    expect(plain[5]).toBe('..##########........');
    const kept = await plate('image(choke 1 least 1)', art);
    expect(kept[5].slice(12)).toBe('#######.');
    expect(kept[2]).toBe(plain[2]);
  });
});

describe('what the artist drew', () => {
  it('is added at the end, whatever the rule keeps bare, unless the rule stands alone', async () => {
    const sheet = await plate('sheet(bare sheet)', ART);
    expect(sheet).toEqual(ART.White);
    const alone = await build('sheet(bare sheet alone)', ART);
    expect(alone.measure.coverage).toBe(0);
    expect(alone.measure.own).toEqual({ addedMm2: 0, lostMm2: 1 });
    expect((await build('image', ART)).measure.own).toEqual({ addedMm2: 1, lostMm2: 0 });
  });

  it('is known to be choked already where its edge runs inside the colour by about the choke', async () => {
    const box = (inset: number) =>
      Array.from({ length: 30 }, (_, y) =>
        Array.from({ length: 40 }, (_cell, x) =>
          x >= 4 + inset && x < 36 - inset && y >= 4 + inset && y < 26 - inset ? '#' : '.',
        ).join(''),
      );
    const share = async (inset: number) =>
      (await build('art(choke 2)', { Black: box(0), White: box(inset) })).measure.chokedBefore;
    expect(await share(2)).toBeGreaterThan(0.9);
    expect(await share(0)).toBe(0);
    expect(await share(7)).toBe(0);
  });
});

describe('measures of a plate', () => {
  it('tell what each step adds and takes away, in mm²', async () => {
    const { measure } = await build(
      'image(close 1mm2 bare box(0 0 3 5) add box(0 0 1 1) alone)',
      ART,
    );
    expect(measure.steps).toEqual([2, -6, 1]);
    expect(measure.islands).toBe(2);
  });

  it('tell the width of the thinnest strokes, at any angle', async () => {
    const stroke = async (angle: number, wide: number) => {
      const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
      const rows = Array.from({ length: 120 }, (_, y) =>
        Array.from({ length: 120 }, (_cell, x) => {
          const [u, v] = [x - 59.5, y - 59.5];
          const [along, across] = [u * dx + v * dy, v * dx - u * dy];
          return Math.abs(along) < 50 && Math.abs(across) < wide / 2 ? '#' : '.';
        }).join(''),
      );
      const from = { ...raster({ Black: rows }), dpi: 254 };
      const specs = plateSpecs(parseStack('film | W@image'));
      return (await buildPlates('front', specs, from, surroundings)).plates[0].strokeMm;
    };
    for (const angle of [0, 0.3, Math.PI / 4, 1.2, Math.PI / 2])
      expect(await stroke(angle, 8), `${angle}`).toBeCloseTo(0.8, 0.5);
    expect(await stroke(0.3, 40)).toBeNull();
  });

  it('agree between a whole build and one of the cover alone', async () => {
    for (const rule of ['image', 'image(choke 1)', 'art', 'cleaned(alone)', 'sheet(bare paper)']) {
      const { measure, cover } = await build(rule, ART);
      expect(cover, rule).toBeCloseTo(measure.coverage, 12);
    }
  });
});

describe('the cleaner', () => {
  /** A face with an eye that is a highlight, a letter's counter, a pinhole, haze and a speck of dirt. */
  const FACE: ArtworkSide = {
    Black: [
      '....................',
      '.1..................',
      '....54322345........',
      '....62...234..1.....',
      '....42...268........',
      '....54322345........',
      '....########...2....',
      '....#....###........',
      '....#....###........',
      '....########........',
      '....#.######........',
      '....########........',
      '....................',
    ],
  };
  const map = async (rule: string) => {
    const [{ rule: made }] = plateSpecs(parseStack(`film | W@${rule}`));
    const from = raster(FACE);
    if (made.from.kind !== 'cleaned') throw new Error('not a cleaner');
    return { decisions: await cleanerMap(from, made.from), width: from.width };
  };
  const at = async (rule: string, x: number, y: number) => {
    const { decisions, width } = await map(rule);
    return DECISIONS[decisions[y * width + x]];
  };

  it('tells background, image, highlight, paper-white and haze from one another', async () => {
    const rule = 'cleaned(haze 5 highlight 1mm2)';
    expect(await at(rule, 0, 0)).toBe('background');
    expect(await at(rule, 5, 2)).toBe('image');
    expect(await at(rule, 7, 3)).toBe('highlight');
    expect(await at(rule, 6, 7)).toBe('paper');
    expect(await at(rule, 5, 10)).toBe('highlight');
    expect(await at(rule, 1, 1)).toBe('haze');
    expect(await at(rule, 15, 6)).toBe('haze');
  });

  it('lays what it takes for image and highlight, and nothing else', async () => {
    expect((await plate('cleaned(haze 5 highlight 1mm2)', FACE)).slice(6, 9)).toEqual([
      '....########........',
      '....#....###........',
      '....#....###........',
    ]);
    expect((await plate('cleaned(haze 5 highlight 1mm2)', FACE))[3]).toBe('....########........');
  });

  it('takes the operator’s word for the place at a spot, and for no other', async () => {
    const rule = 'cleaned(haze 5 highlight 1mm2 white 6.5,7.5 bare 7.5,3.5)';
    expect(await at(rule, 8, 8)).toBe('override-white');
    expect(await at(rule, 6, 4)).toBe('override-bare');
    expect(await at(rule, 5, 10)).toBe('highlight');
  });
});

describe('any rule', () => {
  it('leaves the artwork’s own bytes as they are, whatever kind of bytes they come in', async () => {
    // A buffer's slice is a view of the same memory.
    const planes = [ART.Black, ART.White].map((rows) =>
      Buffer.from(Uint8Array.from(rows.join(''), inkOf)),
    );
    const before = planes.map((plane) => [...plane]);
    const from: Raster = {
      width: 8,
      height: 5,
      dpi: 25.4,
      channels: ['Black', 'White'],
      *bands() {
        yield { top: 0, rows: 5, planes };
      },
    };
    const specs = plateSpecs(
      parseStack('film | W@art(choke 1) / W@image(choke 1) / W@sheet(bare art)'),
    );
    const { plates } = await buildPlates('front', specs, from, surroundings);
    expect(planes.map((plane) => [...plane])).toEqual(before);
    expect(plates[2].coverage).toBeCloseTo(39 / 40, 12);
  });

  it('gives the same plate whatever the height of the bands', async () => {
    const rules = [
      'image(close 4mm2 choke 1 bare codes)',
      'image(drop 3mm2 spread 2px feather 2)',
      'image(close 2mm choke 1 least 1 within ellipse(0 0 12 30))',
      'cleaned(haze 5 highlight 3mm2 spread 1 spare black 90 inner 1)',
      'light(within image(choke 1) curve 0:0 100:70)',
      'art(choke 1 add paper)',
    ];
    const row = fc.array(fc.constantFrom('.', '#', '3', '#', '.'), {
      minLength: 19,
      maxLength: 19,
    });
    const rows = fc.array(
      row.map((cells) => cells.join('')),
      { minLength: 24, maxLength: 24 },
    );
    await fc.assert(
      fc.asyncProperty(
        rows,
        rows,
        fc.constantFrom(...rules),
        fc.integer({ min: 1, max: 11 }),
        async (Black, White, rule, bandRows) => {
          const [banded, whole] = [
            await build(rule, { Black, White }, bandRows),
            await build(rule, { Black, White }, 24),
          ];
          expect(banded.plane, rule).toEqual(whole.plane);
          expect(banded.measure, rule).toEqual(whole.measure);
        },
      ),
      { numRuns: 120 },
    );
  });
});
