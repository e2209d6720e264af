import { type ArtworkInfo, type ArtworkPage, DomainError, language } from '@kyanos/core';
import type { ArtworkSummary, NewRip } from '@kyanos/contract';
import { LRUCache } from 'lru-cache';
import { aside } from '../aside/aside.ts';
import type { Db } from '../db.ts';
import { askedAgain } from '../queue.ts';
import { t } from '../texts/texts.ts';

const COLUMNS = /* sql */ `
  a.id, a.file_name as "fileName", f.id as "fileId", f.bytes::float8 as bytes, a.dpi, a.scale, a.state, a.asked as attempt, a.progress, a.problem, a.info,
  a.first_look is not null as "firstLook"`;

export async function artworkById(db: Db, id: string): Promise<ArtworkSummary> {
  const { rows } = await db.query<ArtworkSummary>(
    `select ${COLUMNS} from artwork a join file f on f.id = a.file_id where a.id = $1::uuid`,
    [id],
  );
  if (!rows[0]) throw new DomainError('ARTWORK_UNKNOWN');
  return rows[0];
}

/** Artwork that is ready never changes: what was looked at last is not fetched again for each of its tiles. */
const READY_CHARACTERS = 64_000_000;
const ready = new LRUCache<string, { info: ArtworkInfo }>({
  maxSize: READY_CHARACTERS,
  sizeCalculation: ({ info }) => JSON.stringify(info).length + 1,
});

/** What is known of artwork that is ready. @throws DomainError while it is not */
export async function readyArtwork(db: Db, id: string): Promise<ArtworkInfo> {
  const known = ready.get(id);
  if (known) return known.info;
  const { info, state } = await artworkById(db, id);
  if (state !== 'done' || !info) throw new DomainError('ARTWORK_NOT_READY');
  ready.set(id, { info });
  return info;
}

/** The file at this resolution; one that failed or was cancelled is begun again. */
export async function upsertArtwork(
  db: Db,
  { fileId, fileName, dpi, scale = 1 }: Omit<NewRip, 'scale'> & { readonly scale?: number },
): Promise<{ id: string; state: string }> {
  const { rows } = await db.query<{ id: string; state: string }>(UPSERT, [
    fileId,
    fileName,
    dpi,
    scale,
    language(),
  ]);
  return rows[0];
}

const UPSERT = /* sql */ `
  insert into artwork (file_id, file_name, dpi, scale, language)
  values ($1::uuid, $2::text, $3::int, $4::float8, $5::text)
  on conflict on constraint artwork_file_dpi_scale_key do update set
    ${askedAgain('artwork')},
    touched_at = now()
  returning id, state`;

export async function firstLookOf(db: Db, id: string): Promise<Buffer> {
  const { rows } = await db.query<{ bytes: Buffer | null }>(
    'select first_look as bytes from artwork where id = $1::uuid',
    [id],
  );
  if (!rows[0]?.bytes) throw new DomainError('NO_FIRST_LOOK');
  return rows[0].bytes;
}

/** A page of artwork that is ready. @throws DomainError if it has no such page */
export async function readyPage(db: Db, id: string, number: number): Promise<ArtworkPage> {
  const page = (await readyArtwork(db, id)).pages.find((candidate) => candidate.number === number);
  if (!page) throw new DomainError('PAGE_UNKNOWN', t('artwork.artworkHasNoPage', { number }));
  return page;
}

/** A page at screen resolution, packed as it is stored. @throws DomainError `PAGE_UNKNOWN` */
export async function previewOf(db: Db, id: string, page: number): Promise<Buffer> {
  const { rows } = await db.query<{ bytes: Buffer }>(
    'select bytes from page_preview where artwork_id = $1::uuid and page = $2::int',
    [id, page],
  );
  if (!rows[0]) throw new DomainError('PAGE_UNKNOWN', t('artwork.theArtworkHasNoPage', { page }));
  return rows[0].bytes;
}

/** A page as one picture among many, packed as it is stored. Made and kept where it was read before there were any. @throws as that does */
export async function thumbnailOf(db: Db, id: string, page: number): Promise<Uint8Array> {
  const { rows } = await db.query<{ thumbnail: Buffer | null }>(
    'select thumbnail from page_preview where artwork_id = $1::uuid and page = $2::int',
    [id, page],
  );
  if (rows[0]?.thumbnail) return rows[0].thumbnail;
  const made = await aside('thumbnail', {
    page: await readyPage(db, id, page),
    bytes: await previewOf(db, id, page),
  });
  await db.query(
    'update page_preview set thumbnail = $3::bytea where artwork_id = $1::uuid and page = $2::int',
    [id, page, made],
  );
  return made;
}

/** Several pages at screen resolution, packed as they are stored, each once. */
export const previewsOf = (db: Db, id: string, pages: Iterable<number>) =>
  Promise.all(
    [...new Set(pages)].map(async (page) => ({ page, bytes: await previewOf(db, id, page) })),
  );
