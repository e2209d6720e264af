/** What a check is, and what checks share. */
import {
  allLayers,
  keyOf,
  sameInk,
  type Machine,
  type Material,
  type SpecialKey,
  type Stack,
} from '../../stack/index.ts';
import { isWholeSheet } from '../../rule/index.ts';
import { roleOf } from '../names.ts';
import type { Finding, Place } from '../../findings/index.ts';
import type { ArtworkPage, MmBox } from '../page.ts';
import type { SeparationSettings } from '../planned.ts';
import { decimal, t } from '../../texts/index.ts';

/** What the artwork is printed with and on. */
export interface Use {
  readonly machine: Machine;
  readonly material: Material;
  readonly stack: Stack;
  readonly settings: SeparationSettings;
}

export type Check = (page: ArtworkPage, use: Use | undefined) => Finding[];

/** Boxes listed one by one; more only hide one another. */
const MOST_BOXES = 80;
export const at = (boxes: readonly MmBox[]): Place => ({
  kind: 'boxes',
  boxes: boxes.slice(0, MOST_BOXES),
});
/** In cm²; never nothing, as only what is there is listed. */
export const cm2 = (mm2: number) =>
  mm2 < 0.5 ? t('artwork.lessThan001') : decimal(mm2 / 100, mm2 < 1000 ? 2 : 1);
export const percentOf255 = (value: number) => (value / 255) * 100;

export const pageArea = (page: ArtworkPage) => page.widthMm * page.heightMm;
export const pixelArea = (page: ArtworkPage) => pageArea(page) / (page.widthPx * page.heightPx);
export const settingsOf = (use: Use | undefined): SeparationSettings =>
  use?.settings ?? { names: {}, overprint: [] };
export const roleIn = (name: string, use: Use) => roleOf(name, use.settings.names, use.machine);

/** The layers that print what the artist drew as this special. */
export const drawn = ({ stack, machine }: Pick<Use, 'stack' | 'machine'>, key: SpecialKey) =>
  allLayers(stack).filter(({ parts }) =>
    parts.some(
      (part) => sameInk(machine, keyOf(part), key) && part.rule && !isWholeSheet(part.rule),
    ),
  );
