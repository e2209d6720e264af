import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { FileId } from '../ids.ts';

export const MAX_UPLOAD_BYTES = 512 * 1024 * 1024;

export const StoredFile = z.object({
  id: FileId,
  sha256: z.string(),
  bytes: z.int(),
  known: z.boolean(),
});
export type StoredFile = z.output<typeof StoredFile>;

export const storeFile = endpoint({
  method: 'POST',
  path: '/files',
  summary: 'Store a file; bytes that are known are not stored again',
  takesFile: true,
  answer: StoredFile,
});
