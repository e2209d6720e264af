/** Separations in the database, and read back as a raster. */
import { promisify } from 'node:util';
import { deflateRaw, inflateRaw } from 'node:zlib';
import { BAND_ROWS, sum, type ArtworkPage, type Band, type Raster } from '@kyanos/core';
import type { Db } from '../db.ts';

const pack = promisify(deflateRaw) as (bytes: Uint8Array, options: object) => Promise<Buffer>;
const unpack = promisify(inflateRaw) as (bytes: Uint8Array) => Promise<Buffer>;

/** Plates are mostly flat: the fastest setting already makes them small. */
const LEVEL = { level: 1 };

export async function storeBand(
  db: Db,
  artworkId: string,
  page: number,
  { top, rows, planes }: Band,
): Promise<void> {
  if (rows > BAND_ROWS || top % BAND_ROWS !== 0)
    throw new Error('Bands are stored as the raster gives them.');
  const packed = await Promise.all(
    planes.map((plane) => (sum(plane) === 0 ? Buffer.alloc(0) : pack(plane, LEVEL))),
  );
  await db.query({
    name: 'store-band',
    text: STORE,
    values: [artworkId, page, top / BAND_ROWS, packed],
  });
}

const STORE = /* sql */ `
  insert into separation_band (artwork_id, page, channel, band, bytes)
  select $1::uuid, $2::int, channel - 1, $3::int, bytes
  from unnest($4::bytea[]) with ordinality as packed (bytes, channel)`;

/** @param channels only these are read; the others stay empty planes */
export function storedRaster(
  db: Db,
  artworkId: string,
  page: ArtworkPage,
  channels: ReadonlySet<string>,
): Raster {
  const { widthPx: width, heightPx: height, dpi } = page;
  const names = page.separations.map(({ name }) => name);
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
        const found = await db.query<{ channel: number; bytes: Buffer }>({
          name: 'fetch-band',
          text: FETCH,
          values: [artworkId, page.number, top / BAND_ROWS, wanted],
        });
        const planes: Uint8Array[] = names.map(() => empty.subarray(0, rows * width));
        for (const { channel, bytes } of found.rows)
          if (bytes.length > 0) planes[channel] = await unpack(bytes);
        yield { top, rows, planes };
      }
    },
  };
}

const FETCH = /* sql */ `
  select channel, bytes from separation_band
  where artwork_id = $1::uuid and page = $2::int and band = $3::int and channel = any ($4::int[])`;
