/** Pixels of a file's pages, off the main thread: whole, in tiles, under the magnifier, and against another file. */
import type { ArtworkInfo } from '@kyanos/core';
import { expose, transfer } from 'comlink';
import type { Bitmap } from '../look/look.worker.ts';
import { shrunkPreview, type Preview } from '@kyanos/contract';
import '../texts/language.ts';
import { fetchPreview } from '../look/preview.ts';
import { Fetched } from '../shared/fetched.ts';
import { coverageRamp, onRamp } from '../shared/colour.ts';
import { compose, paperScene, type Patch } from './compose.ts';
import { partOf, fetchTile, type Where } from './fullSize.ts';

/** A page, and which of its separations are to be seen. */
export interface PageSubject extends Where {
  readonly info: ArtworkInfo;
  readonly shown: readonly string[];
}

export interface Difference extends Bitmap {
  /** Share of the page where any separation differs by more than rounding, 0 to 1. */
  readonly changed: number;
}

const previews = new Fetched<Preview>(4);

const preview = ({ artworkId, page }: Where) =>
  previews.get(`${artworkId}/${page.number}`, () => fetchPreview(artworkId, page));

function paint({ info, page, shown }: PageSubject, patch: Patch, textured = true): Bitmap {
  const pixels = compose(paperScene(info), page.separations, new Set(shown), patch, textured);
  const { width, height } = patch;
  return transfer({ width, height, pixels, outOfGamut: 0 }, [pixels.buffer]);
}

const ramp = coverageRamp();
/** Differences up to this are an interpreter's rounding, of 255. */
const ROUNDING = 2;

const api = {
  /** The whole page, at most so many pixels on its longer side. */
  async whole(subject: PageSubject, longest: number): Promise<Bitmap> {
    return paint(subject, { left: 0, top: 0, ...shrunkPreview(await preview(subject), longest) });
  },

  /** @param textured false where its pixels are looked at one by one */
  async tile(
    subject: PageSubject,
    level: number,
    column: number,
    row: number,
    textured: boolean,
  ): Promise<Bitmap> {
    return paint(subject, await fetchTile(subject, level, column, row), textured);
  },

  /** Single pixels round a point, and every separation at the point itself, 0 to 255. */
  async magnify(
    subject: PageSubject,
    x: number,
    y: number,
    radius: number,
  ): Promise<{ picture: Bitmap; values: readonly number[] }> {
    const size = 2 * radius + 1;
    const square = { left: x - radius, top: y - radius, width: size, height: size };
    const patch = await partOf(subject, square);
    const middle = radius * patch.width + radius;
    const values = subject.page.separations.map(({ name }) => patch.planes.get(name)![middle]);
    const picture = paint(subject, patch, false);
    return transfer({ picture, values }, [picture.pixels.buffer]);
  },

  /** Where two files differ, on the second one's page; separations only one of them has count with all they hold. */
  async difference(before: Where, now: Where): Promise<Difference> {
    const [was, is] = await Promise.all([preview(before), preview(now)]);
    const { width, height } = is;
    const most = new Uint8Array(width * height);
    const names = new Set(
      [before, now].flatMap(({ page }) => page.separations.map(({ name }) => name)),
    );
    const columns = Int32Array.from({ length: width }, (_, x) =>
      Math.min(was.width - 1, Math.floor(((x + 0.5) * was.width) / width)),
    );
    for (const name of names) {
      const [a, b] = [was.planes.get(name), is.planes.get(name)];
      for (let y = 0, i = 0; y < height; y++) {
        const row =
          Math.min(was.height - 1, Math.floor(((y + 0.5) * was.height) / height)) * was.width;
        for (let x = 0; x < width; x++, i++) {
          const d = Math.abs((a ? a[row + columns[x]] : 0) - (b ? b[i] : 0));
          if (d > most[i]) most[i] = d;
        }
      }
    }
    let changed = 0;
    for (let i = 0; i < most.length; i++)
      if (most[i] > ROUNDING) changed++;
      else most[i] = 0;
    const pixels = onRamp(most, ramp);
    const picture = { width, height, pixels, outOfGamut: 0, changed: changed / most.length };
    return transfer(picture, [pixels.buffer]);
  },
};

export type PageWorker = typeof api;
expose(api);
