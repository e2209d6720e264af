import { DomainError } from '@kyanos/core';
import { createHash } from 'node:crypto';
import { open } from 'node:fs/promises';
import { MAX_UPLOAD_BYTES, type FileId, type StoredFile } from '@kyanos/contract';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { t } from '../texts/texts.ts';

/** Small enough to hold a few in memory, large enough to keep statements few. */
const CHUNK_BYTES = 1024 * 1024;

const tooLarge = () =>
  new DomainError(
    'FILE_TOO_LARGE',
    t('files.fileLargerThanMb', { most: MAX_UPLOAD_BYTES / 1024 / 1024 }),
  );

/**
 * Streams bytes into the database. One transaction: a transfer that stops leaves nothing behind.
 * Bytes that are stored already are not stored again.
 */
export function storeFile(pool: pg.Pool, bytes: AsyncIterable<Uint8Array>): Promise<StoredFile> {
  return inTransaction(pool, async (db) => {
    const { rows } = await db.query<{ id: FileId }>('select gen_random_uuid() as id');
    const { id } = rows[0];
    await db.query('create temporary table incoming (seq int, bytes bytea) on commit drop');
    const hash = createHash('sha256');
    let total = 0;
    let seq = 0;
    let held: Uint8Array[] = [];
    let heldBytes = 0;
    const flush = async () => {
      await db.query({
        name: 'store-chunk',
        text: 'insert into incoming (seq, bytes) values ($1::int, $2::bytea)',
        values: [seq++, Buffer.concat(held)],
      });
      held = [];
      heldBytes = 0;
    };
    for await (const part of bytes) {
      total += part.length;
      if (total > MAX_UPLOAD_BYTES) throw tooLarge();
      hash.update(part);
      held.push(part);
      heldBytes += part.length;
      if (heldBytes >= CHUNK_BYTES) await flush();
    }
    if (total === 0) throw new DomainError('ARTWORK_EMPTY', t('files.fileEmpty0Bytes'));
    if (heldBytes > 0) await flush();

    const sha256 = hash.digest();
    const inserted = await db.query<{ id: FileId }>(INSERT, [id, sha256, total]);
    const known = inserted.rows.length === 0;
    if (known) {
      // Sent again, it is as fresh as a new one to whoever takes away what nobody uses.
      const found = await db.query<{ id: FileId }>(
        'update file set created_at = now() where sha256 = $1::bytea returning id',
        [sha256],
      );
      return { id: found.rows[0].id, sha256: sha256.toString('hex'), bytes: total, known };
    }
    await db.query(
      'insert into file_chunk (file_id, seq, bytes) select $1::uuid, seq, bytes from incoming',
      [id],
    );
    return { id, sha256: sha256.toString('hex'), bytes: total, known };
  });
}

const INSERT = /* sql */ `
  insert into file (id, sha256, bytes)
  values ($1::uuid, $2::bytea, $3::bigint)
  on conflict on constraint file_sha256_key do nothing
  returning id`;

/** A stored file, a chunk at a time. */
export async function* fileChunks(db: Db, id: string): AsyncGenerator<Buffer> {
  for (let seq = 0; ; seq++) {
    const { rows } = await db.query<{ bytes: Buffer }>({
      name: 'fetch-chunk',
      text: 'select bytes from file_chunk where file_id = $1::uuid and seq = $2::int',
      values: [id, seq],
    });
    if (rows.length === 0) return;
    yield rows[0].bytes;
  }
}

/** Writes a stored file to a path. */
export async function fetchFile(db: Db, id: string, path: string): Promise<void> {
  const handle = await open(path, 'w');
  try {
    for await (const chunk of fileChunks(db, id)) await handle.write(chunk);
  } finally {
    await handle.close();
  }
}

/** A whole stored file, no larger than `most`. @throws DomainError `FILE_UNKNOWN` or `FILE_TOO_LARGE` */
export async function fileBytes(db: Db, id: string, most: number): Promise<Buffer> {
  const { rows } = await db.query<{ bytes: string }>('select bytes from file where id = $1::uuid', [
    id,
  ]);
  if (!rows[0]) throw new DomainError('FILE_UNKNOWN');
  if (Number(rows[0].bytes) > most)
    throw new DomainError(
      'FILE_TOO_LARGE',
      t('files.pictureLargerThanMb', { most: most / 1024 / 1024 }),
    );
  const parts: Buffer[] = [];
  for await (const chunk of fileChunks(db, id)) parts.push(chunk);
  return Buffer.concat(parts);
}
