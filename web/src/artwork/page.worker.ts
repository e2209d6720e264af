/** Pixels of a file's pages, off the main thread: whole, in tiles, under the magnifier, and against another file. */
import { TILE_PX } from '@kyanos/contract';
import {
  channelsOf,
  levelSize,
  type ArtworkInfo,
  type ArtworkPage,
  type Machine,
} from '@kyanos/core';
import { expose, transfer } from 'comlink';
import type { Picture } from '../look/look.worker.ts';
import { fetchPreview, Kept, planesOf, shrink, type Preview } from '../look/preview.ts';
import { coverageRamp, onRamp } from '../shared/colour.ts';
import { compose, paperTable, type Patch } from './compose.ts';

/** A page, and which of its separations are to be seen. */
export interface PageSubject {
  readonly artworkId: string;
  readonly info: ArtworkInfo;
  readonly page: ArtworkPage;
  readonly machine: Machine;
  readonly shown: readonly string[];
}

export interface Difference extends Picture {
  /** Share of the page where any separation differs by more than rounding, 0 to 1. */
  readonly changed: number;
}

type Where = Pick<PageSubject, 'artworkId' | 'page'>;

const previews = new Kept<Preview>(4);
const tiles = new Kept<Patch>(48);

const preview = ({ artworkId, page }: Where) =>
  previews.get(`${artworkId}/${page.number}`, () => fetchPreview(artworkId, page));

function tileOf(
  { artworkId, page }: Where,
  level: number,
  column: number,
  row: number,
): Promise<Patch> {
  const path = `/api/artworks/${artworkId}/pages/${page.number}/tiles/${level}/${column}/${row}`;
  return tiles.get(path, async () => {
    const response = await fetch(path);
    if (!response.ok) throw new Error('A part of the page can’t be fetched. Reload the page.');
    const bytes = new Uint8Array(await response.arrayBuffer());
    const [left, top] = [column * TILE_PX, row * TILE_PX];
    return {
      left,
      top,
      width: Math.min(TILE_PX, levelSize(page.widthPx, level) - left),
      height: Math.min(TILE_PX, levelSize(page.heightPx, level) - top),
      planes: planesOf(channelsOf(page), bytes),
    };
  });
}

function paint(
  { info, page, machine, shown }: PageSubject,
  patch: Patch,
  textured = true,
): Picture {
  const table = paperTable(info, machine);
  const pixels = compose(table, page.separations, new Set(shown), patch, textured);
  const { width, height } = patch;
  return transfer({ width, height, pixels, outOfGamut: 0 }, [pixels.buffer]);
}

/** Full-resolution planes of a square round a point; beyond the page there is nothing. */
async function square(where: Where, x: number, y: number, radius: number): Promise<Patch> {
  const { page } = where;
  const size = 2 * radius + 1;
  const [left, top] = [x - radius, y - radius];
  const channels = channelsOf(page);
  const planes = new Map(channels.map((name) => [name, new Uint8Array(size * size)]));
  const from = (value: number) => Math.floor(Math.max(0, value) / TILE_PX);
  const to = (value: number, most: number) => Math.floor(Math.min(most - 1, value) / TILE_PX);
  for (let row = from(top); row <= to(top + size - 1, page.heightPx); row++)
    for (let column = from(left); column <= to(left + size - 1, page.widthPx); column++) {
      const tile = await tileOf(where, 0, column, row);
      for (let v = 0; v < size; v++)
        for (let u = 0; u < size; u++) {
          const [tx, ty] = [left + u - tile.left, top + v - tile.top];
          if (tx < 0 || ty < 0 || tx >= tile.width || ty >= tile.height) continue;
          for (const name of channels)
            planes.get(name)![v * size + u] = tile.planes.get(name)![ty * tile.width + tx];
        }
    }
  return { width: size, height: size, left, top, planes };
}

const ramp = coverageRamp();
/** Differences up to this are an interpreter's rounding, of 255. */
const ROUNDING = 2;

const api = {
  /** The whole page, at most so many pixels on its longer side. */
  async whole(subject: PageSubject, longest: number): Promise<Picture> {
    return paint(subject, { left: 0, top: 0, ...shrink(await preview(subject), longest) });
  },

  /** @param textured false where its pixels are looked at one by one */
  async tile(
    subject: PageSubject,
    level: number,
    column: number,
    row: number,
    textured: boolean,
  ): Promise<Picture> {
    return paint(subject, await tileOf(subject, level, column, row), textured);
  },

  /** Single pixels round a point, and every separation at the point itself, 0 to 255. */
  async magnify(
    subject: PageSubject,
    x: number,
    y: number,
    radius: number,
  ): Promise<{ picture: Picture; values: readonly number[] }> {
    const patch = await square(subject, x, y, radius);
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
