/** Separations in the database, and read back as a raster or as tiles. */
import { promisify } from 'node:util';
import { deflateRaw, inflateRaw } from 'node:zlib';
import { TILE_PX } from '@kyanos/contract';
import {
  BAND_ROWS,
  channelsOf,
  Halver,
  levelSize,
  byteSum,
  type ArtworkPage,
  type Band,
  type Raster,
} from '@kyanos/core';
import { LRUCache } from 'lru-cache';
import type { Db } from '../db.ts';

const pack = promisify(deflateRaw) as (bytes: Uint8Array, options: object) => Promise<Buffer>;
const unpack = promisify(inflateRaw) as (bytes: Uint8Array) => Promise<Buffer>;

/** Plates are mostly flat: the fastest setting already makes them small. */
const LEVEL = { level: 1 };

/** Rows as they are stored: deflated, nothing where they hold no ink. */
export const packed = async (rows: Uint8Array): Promise<Buffer> =>
  byteSum(rows) === 0 ? Buffer.alloc(0) : pack(rows, LEVEL);

/** Stored rows, of so many bytes. */
export const unpacked = async (bytes: Buffer, size: number): Promise<Uint8Array> =>
  bytes.length === 0 ? new Uint8Array(size) : unpack(bytes);

/** Rows of one level on their way into the database, as bands of {@link BAND_ROWS}. */
class LevelStore {
  readonly #db: Db;
  readonly #artworkId: string;
  readonly #page: number;
  readonly #level: number;
  readonly #width: number;
  readonly #next: LevelStore | undefined;
  readonly #halvers: readonly Halver[];
  /** Rows that wait for their band to be full, a channel each. */
  #held: Uint8Array[];
  #band = 0;

  constructor(db: Db, artworkId: string, page: ArtworkPage, levels: number, level = 0) {
    this.#db = db;
    this.#artworkId = artworkId;
    this.#page = page.number;
    this.#level = level;
    this.#width = levelSize(page.widthPx, level);
    const channels = channelsOf(page);
    this.#held = channels.map(() => new Uint8Array(0));
    this.#halvers = channels.map(() => new Halver(this.#width));
    if (level + 1 < levels) this.#next = new LevelStore(db, artworkId, page, levels, level + 1);
  }

  async add(planes: readonly Uint8Array[]): Promise<void> {
    if (this.#next) await this.#next.add(planes.map((plane, i) => this.#halvers[i].push(plane)));
    this.#held = this.#held.map((held, i) => joined(held, planes[i]));
    const full = BAND_ROWS * this.#width;
    while (this.#held[0].length >= full) {
      await this.#store(this.#held.map((held) => held.subarray(0, full)));
      this.#held = this.#held.map((held) => held.slice(full));
    }
  }

  async finish(): Promise<void> {
    if (this.#held[0].length > 0) await this.#store(this.#held);
    await this.#next?.finish();
  }

  async #store(planes: readonly Uint8Array[]): Promise<void> {
    const stored = await Promise.all(planes.map(packed));
    await this.#db.query({
      name: 'store-band',
      text: STORE,
      values: [this.#artworkId, this.#page, this.#level, this.#band++, stored],
    });
  }
}

/** One after the other, as bytes of one's own. */
function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  if (a.length === 0) return b.slice();
  const out = new Uint8Array(a.length + b.length);
  out.set(a);
  out.set(b, a.length);
  return out;
}

/** Takes a page's plates band by band and keeps them at every level down to `levels`. */
export const pageStore = (
  db: Db,
  artworkId: string,
  page: ArtworkPage,
  levels: number,
): Pick<LevelStore, 'add' | 'finish'> => new LevelStore(db, artworkId, page, levels);

const STORE = /* sql */ `
  insert into separation_band (artwork_id, page, level, band, channel, bytes)
  select $1::uuid, $2::int, $3::int, $4::int, channel - 1, bytes
  from unnest($5::bytea[]) with ordinality as packed (bytes, channel)`;

/** @param channels only these are read; the others stay empty planes */
export function storedRaster(
  db: Db,
  artworkId: string,
  page: ArtworkPage,
  channels: ReadonlySet<string>,
): Raster {
  const { widthPx: width, heightPx: height, dpi } = page;
  const names = channelsOf(page);
  const wanted = names.flatMap((name, i) => (channels.has(name) ? [i] : []));
  return {
    width,
    height,
    dpi,
    channels: names,
    async *bands(): AsyncGenerator<Band> {
      const empty = new Uint8Array(BAND_ROWS * width);
      for (let top = 0; top < height; top += BAND_ROWS) {
        const rows = Math.min(BAND_ROWS, height - top);
        const band = await fetchBand(db, artworkId, page.number, 0, top / BAND_ROWS, wanted);
        const planes = names.map((_, i) => band.get(i) ?? empty.subarray(0, rows * width));
        yield { top, rows, planes };
      }
    },
  };
}

/** Planes of one band that hold anything, by channel. */
async function fetchBand(
  db: Db,
  artworkId: string,
  page: number,
  level: number,
  band: number,
  channels: readonly number[],
): Promise<Map<number, Uint8Array>> {
  const { rows } = await db.query<{ channel: number; bytes: Buffer }>({
    name: 'fetch-band',
    text: FETCH,
    values: [artworkId, page, level, band, channels],
  });
  const held = rows.filter(({ bytes }) => bytes.length > 0);
  return new Map(
    await Promise.all(
      held.map(async ({ channel, bytes }) => [channel, await unpack(bytes)] as const),
    ),
  );
}

const FETCH = /* sql */ `
  select channel, bytes from separation_band
  where artwork_id = $1::uuid and page = $2::int and level = $3::int and band = $4::int
    and channel = any ($5::int[])`;

/** Unpacked bands that were asked for last: tiles beside one another come from one band. */
const kept = new LRUCache<string, ReadonlyMap<number, Uint8Array>>({
  maxSize: 128 * 1024 * 1024,
  sizeCalculation: (planes) =>
    1 + [...planes.values()].reduce((all, { length }) => all + length, 0),
});

async function keptBand(
  db: Db,
  artworkId: string,
  page: ArtworkPage,
  level: number,
  band: number,
): Promise<ReadonlyMap<number, Uint8Array>> {
  const key = `${artworkId}/${page.number}/${level}/${band}`;
  const known = kept.get(key);
  if (known) return known;
  const all = channelsOf(page).map((_, i) => i);
  const planes = await fetchBand(db, artworkId, page.number, level, band, all);
  kept.set(key, planes);
  return planes;
}

/** All planes of a tile, one after another; tiles at the right and lower edge are smaller. Nothing if there is no such tile. */
export async function readTile(
  db: Db,
  artworkId: string,
  page: ArtworkPage,
  level: number,
  column: number,
  row: number,
): Promise<Uint8Array | undefined> {
  const [width, height] = [page.widthPx, page.heightPx].map((px) => levelSize(px, level));
  const [left, top] = [column * TILE_PX, row * TILE_PX];
  if (!(column >= 0 && row >= 0 && left < width && top < height)) return undefined;
  const columns = Math.min(TILE_PX, width - left);
  const rows = Math.min(TILE_PX, height - top);
  const planes = await keptBand(db, artworkId, page, level, row);
  const names = channelsOf(page);
  const out = new Uint8Array(names.length * columns * rows);
  for (const [channel, plane] of planes)
    for (let y = 0; y < rows; y++)
      out.set(
        plane.subarray(y * width + left, y * width + left + columns),
        (channel * rows + y) * columns,
      );
  return out;
}
