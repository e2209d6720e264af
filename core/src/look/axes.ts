/** The dimensions of a table over the inks of a picture: where its nodes lie. */
import { DomainError } from '../errors/index.ts';
import type { ProcessModel } from '../optics/index.ts';
import { plateKey, plateSpecs } from '../plates/index.ts';
import { isWholeSheet } from '../rule/index.ts';
import { allLayers, type ArtworkSide, type Stack } from '../stack/index.ts';
import { t } from '../texts/index.ts';

/** A process ink by index, or a plate by key. */
export type Axis = (
  | { readonly kind: 'process'; readonly ink: number }
  | { readonly kind: 'plate'; readonly key: string }
) & {
  /** Value of each node, 0 to 1, rising. */
  readonly values: readonly number[];
  /** The node below each byte, at most the last but one, and the share of the way to the next, 0 to 1. */
  readonly below: Uint8Array;
  readonly way: Float64Array;
};

export const MOST_PLATES = 4;

/**
 * Nodes lie closer where colour changes faster with ink: those of process inks at even steps of this power of the effective
 * area, those of plates at even steps of this power of the cover. Found by trial for the least worst error.
 */
const PROCESS_POWER = 0.78;
const PLATE_POWER = 0.36;
const PROCESS_NODES = 11;
/** By how many plates vary at once. */
const PLATE_NODES = [12, 12, 9, 5];
/** More of them where a solid is more hits: so much of what is seen changes over the first drops. By hits from 1. */
const MORE_NODES = [0, 6, 9, 11];

/** @param amounts what a byte stands for, 256 rising values from 0 to 1 @param valueOf the nominal value of an amount */
function axis(
  amounts: ArrayLike<number>,
  nodes: number,
  power: number,
  valueOf: (amount: number) => number,
): Pick<Axis, 'values' | 'below' | 'way'> {
  const at = Array.from({ length: nodes }, (_, i) => (i / (nodes - 1)) ** (1 / power));
  const below = new Uint8Array(256);
  const way = new Float64Array(256);
  for (let v = 0, node = 0; v < 256; v++) {
    while (node < nodes - 2 && at[node + 1] <= amounts[v]) node++;
    below[v] = node;
    way[v] = Math.min(1, Math.max(0, (amounts[v] - at[node]) / (at[node + 1] - at[node])));
  }
  return { values: at.map(valueOf), below, way };
}

/** The tint that has an effective area, both 0 to 1, along a tone curve of 256 areas. */
function tintOf(curve: Float64Array, area: number): number {
  if (area >= 1) return 1;
  let v = 1;
  while (v < 255 && curve[v] < area) v++;
  const rise = curve[v] - curve[v - 1];
  return (v - 1 + (rise > 0 ? (area - curve[v - 1]) / rise : 1)) / 255;
}

const BYTES = Float64Array.from({ length: 256 }, (_, v) => v / 255);

/** Most hits of a layer with this plate. */
const hitsOf = (stack: Stack, key: string): number =>
  allLayers(stack).reduce(
    (most, { parts, picture, hits }) =>
      parts.some((part) => part.inkRole !== 'CMYK' && plateKey(part, picture, part.rule!) === key)
        ? Math.max(most, hits)
        : most,
    1,
  );

/**
 * Plates first, as fewer of their combinations occur: what lies at the bottom of the pile is worked out once for many nodes.
 * @throws DomainError `LOOK_PLATES` for more than {@link MOST_PLATES} plates that vary
 */
export function axesOf(stack: Stack, process: ProcessModel, picture: ArtworkSide): readonly Axis[] {
  const varying = plateSpecs(stack).filter(
    (spec) => spec.picture === picture && !isWholeSheet(spec.rule),
  );
  if (varying.length > MOST_PLATES)
    throw new DomainError(
      'LOOK_PLATES',
      t('look.picturePrintCanShow', { most: MOST_PLATES, n: varying.length }),
      'stack',
    );
  const base = PLATE_NODES[Math.max(0, varying.length - 1)];
  const nodesOf = (key: string) =>
    base +
    (varying.length > 2 ? 0 : MORE_NODES[Math.min(MORE_NODES.length, hitsOf(stack, key)) - 1]);
  const hasColour = allLayers(stack).some(
    (layer) => layer.picture === picture && layer.parts.some(({ inkRole }) => inkRole === 'CMYK'),
  );
  return [
    ...varying.map(({ key }): Axis => ({
      kind: 'plate',
      key,
      ...axis(BYTES, nodesOf(key), PLATE_POWER, (cover) => cover),
    })),
    ...(hasColour
      ? [0, 1, 2, 3].map((ink): Axis => {
          const curve = process.tone[ink];
          return {
            kind: 'process',
            ink,
            ...axis(curve, PROCESS_NODES, PROCESS_POWER, (area) => tintOf(curve, area)),
          };
        })
      : []),
  ];
}
