/** What a reader's process and whoever started it say to each other. */
import type { ArtworkInfo, ArtworkPage, ErrorCode, Language } from '@kyanos/core';
import type { StoredPage } from '../measure.ts';
import type { CoveredPage } from '../reading.ts';

/** With the language of whoever wants it. */
export interface SpokenOrder extends Order {
  readonly language: Language;
}

export interface Order {
  /** The file, in the reader's own folder or by an absolute path. */
  readonly file: string;
  readonly tmp: string;
  readonly dpi: number;
  readonly scale: number;
  readonly pages: readonly number[] | undefined;
  /** `coverage`: nothing but how much each separation covers. */
  readonly what: 'all' | 'coverage';
  /** Plates stay on the disk after their page was taken. */
  readonly keep: boolean;
  /** Longest side of a rough picture that is wanted first, pixels. */
  readonly firstLook: number | undefined;
  /** The user to become before the file is opened. */
  readonly user: number | undefined;
}

export type FromParent =
  | { readonly kind: 'order'; readonly order: SpokenOrder }
  /** One more page was dealt with. */
  | { readonly kind: 'taken' };

export type FromReader =
  | { readonly kind: 'alive'; readonly share: number }
  | { readonly kind: 'first-look'; readonly path: string }
  | { readonly kind: 'page'; readonly page: ArtworkPage; readonly stored: StoredPage }
  | { readonly kind: 'covered'; readonly page: CoveredPage }
  | { readonly kind: 'done'; readonly info: Omit<ArtworkInfo, 'pages'> }
  | { readonly kind: 'refused'; readonly code: ErrorCode; readonly message: string }
  | { readonly kind: 'broken'; readonly stack: string };
