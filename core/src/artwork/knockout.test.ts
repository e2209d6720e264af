import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { memoryRaster, type Band } from '../raster/index.ts';
import { seededRandom } from '../units/index.ts';
import { KnockoutMeter, overprintedChannel, plannedRaster, type ArtworkPage } from './index.ts';

const CHANNELS = ['Cyan', 'Magenta', 'Yellow', 'Black', 'White'];
const none = () => new Uint8Array(10);
const span = (from: number, to: number, value = 255) => none().fill(value, from, to);

/** Ten pixels in a row: white from 0 to 6, cyan from 4 to 8. */
const MEANT = [span(4, 8), none(), none(), none(), span(0, 6)];
const COLOUR_ON_TOP = [span(4, 8), none(), none(), none(), span(0, 4)];
const WHITE_ON_TOP = [span(6, 8), none(), none(), none(), span(0, 6)];
const band = (planes: readonly Uint8Array[]): Band => ({ top: 0, rows: 1, planes });

function measure(is: readonly Uint8Array[], meant = MEANT) {
  const meter = new KnockoutMeter(10, 1, CHANNELS);
  meter.add(band(is), meant);
  return { differing: meter.differing, found: meter.knockouts(2) };
}

describe('KnockoutMeter', () => {
  it('measures the special that colour erased, and where', () => {
    const { differing, found } = measure(COLOUR_ON_TOP);
    expect(differing).toEqual(['White']);
    expect(found).toEqual([
      expect.objectContaining({ separation: 'White', specialLostMm2: 4, colourLostMm2: 0 }),
    ]);
    expect(found[0].cells.runs).toBe('4a2b4a');
  });

  it('measures the colour that the special erased', () => {
    const { differing, found } = measure(WHITE_ON_TOP);
    expect(differing).toEqual(['Cyan']);
    expect(found[0]).toMatchObject({ specialLostMm2: 0, colourLostMm2: 4 });
  });

  it('finds nothing where both are there, nor where paper-white was drawn over a special on purpose', () => {
    expect(measure(MEANT)).toEqual({ differing: [], found: [] });
    const cutOut = [none(), none(), none(), none(), span(0, 3)];
    const whole = [none(), none(), none(), none(), span(0, 6)];
    expect(measure(cutOut, whole).found).toEqual([]);
  });
});

describe('KnockoutMeter on random plates', () => {
  /** Pixel after pixel, as the definition says it. */
  function counted(is: readonly Uint8Array[], meant: readonly Uint8Array[]) {
    const [w, s] = [4, 5];
    const lost = (own: number, other: number) => {
      let [special, colour] = [0, 0];
      is[own].forEach((ink, i) => {
        const covered = [0, 1, 2, 3, other].some((plane) => is[plane][i] > 13);
        const erased = [0, 1, 2, 3].some((plane) => meant[plane][i] - is[plane][i] > 13);
        if (meant[own][i] - ink > 13 && covered) special++;
        else if (ink > 13 && erased) colour++;
      });
      return [special, colour];
    };
    return [lost(w, s), lost(s, w)];
  }

  it.each([
    [64, 0, false],
    [61, 0, false],
    [64, 1, false],
    [61, 3, true],
    [64, 0, true],
  ])(
    'counts what each pixel says, %i of them, %i off a word, as light: %s',
    (width, off, light) => {
      fc.assert(
        fc.property(fc.integer(), (seed) => {
          const random = seededRandom(seed);
          const planes = () =>
            Array.from({ length: 6 }, () =>
              Uint8Array.from({ length: width * 3 }, () => (random() < 0.1 ? random() * 256 : 0)),
            );
          const meant = planes();
          const is = meant.map((plane) => plane.map((ink) => (random() < 0.9 ? ink : 0)));
          const stored = (all: readonly Uint8Array[]) =>
            all.map((plane) => {
              const moved = new Uint8Array(plane.length + off).subarray(off);
              moved.set(light ? plane.map((ink) => 255 - ink) : plane);
              return moved;
            });
          const meter = new KnockoutMeter(width, 3, [...CHANNELS, 'Silver']);
          meter.add({ top: 0, rows: 3, planes: stored(is) }, stored(meant), light);
          const found = new Map(meter.knockouts(1).map((one) => [one.separation, one]));
          const measured = ['White', 'Silver'].map((name) => [
            found.get(name)?.specialLostMm2 ?? 0,
            found.get(name)?.colourLostMm2 ?? 0,
          ]);
          expect(measured).toEqual(counted(is, meant));
          expect(meter.differing).toEqual(
            [...CHANNELS, 'Silver'].filter((_, i) => is[i].some((ink, at) => ink !== meant[i][at])),
          );
        }),
        { numRuns: 50 },
      );
    },
  );
});

describe('plannedRaster', () => {
  const page = (overprinted: string[]) =>
    ({
      separations: CHANNELS.map((name) => ({ name })),
      overprinted,
    }) as unknown as ArtworkPage;
  const raster = (is: readonly Uint8Array[], second: Record<string, Uint8Array>) =>
    memoryRaster(
      { width: 10, height: 1, dpi: 72 },
      new Map([
        ...CHANNELS.map((name, i) => [name, is[i]] as const),
        ...Object.entries(second).map(
          ([name, plane]) => [overprintedChannel(name), plane] as const,
        ),
      ]),
    );
  const planes = async (planned: ReturnType<typeof raster>) => {
    for await (const { planes: rows } of planned.bands()) return rows.map((row) => [...row]);
    return [];
  };

  it('gives back what one took from the other, and leaves the rest as it is', async () => {
    const said = { names: {}, overprint: ['White'] };
    const special = plannedRaster(
      raster(COLOUR_ON_TOP, { White: MEANT[4] }),
      page(['White']),
      said,
    );
    expect(await planes(special)).toEqual(MEANT.map((plane) => [...plane]));
    const colour = plannedRaster(raster(WHITE_ON_TOP, { Cyan: MEANT[0] }), page(['Cyan']), said);
    expect(await planes(colour)).toEqual(MEANT.map((plane) => [...plane]));
  });

  it('is the file’s own raster while nothing was said', () => {
    const own = raster(COLOUR_ON_TOP, { White: MEANT[4] });
    expect(plannedRaster(own, page(['White']), { names: {}, overprint: [] })).toBe(own);
  });

  it('turns a spot into the process ink that the file wants in its place, up to full', async () => {
    const spotted = {
      separations: [
        ...CHANNELS.slice(0, 4).map((name) => ({ name })),
        {
          name: 'White',
          alternate: {
            space: 'DeviceCMYK',
            ramp: [
              [0, 0, 0, 0],
              [0.2, 0, 1, 0],
            ],
          },
        },
      ],
      overprinted: [],
    } as unknown as ArtworkPage;
    const own = raster([span(0, 10, 230), none(), none(), none(), span(0, 5, 128)], {});
    const [cyan, , yellow] = await planes(
      plannedRaster(own, spotted, { names: { White: 'process' }, overprint: [] }),
    );
    expect([cyan[0], cyan[9]]).toEqual([255, 230]);
    expect([yellow[0], yellow[9]]).toEqual([128, 0]);
  });
});
