/**
 * What is sent to the machine: which separations go into which file. A file holds each ink once, so a stack that lays an ink
 * twice – colour under and over white, say – needs several, printed one after another.
 */
import {
  allLayers,
  inkFor,
  inkName,
  INK_ROLE_NAMES,
  keyOf,
  type Channel,
  type ArtworkSide,
} from '../stack/index.ts';
import { plateKey } from '../plates/index.ts';
import type { PrintPlan } from './plan.ts';

export interface PrintPlate {
  /** The process inks together, or one ink of the machine. */
  readonly ink: 'CMYK' | Channel;
  /** What the separation is called in the file: the machine's own name for a special. */
  readonly name: string;
  /** Key of the built plate; absent where the artwork's own process separations are meant. */
  readonly key?: string;
  /** Percent: how strong it is laid, already worked into the file. */
  readonly density: number;
}

export interface PrintFile {
  /** From 1, in the order of printing. */
  readonly number: number;
  readonly picture: ArtworkSide;
  readonly plates: readonly PrintPlate[];
  /** The machine mirrors it; the file is as it is read. */
  readonly mirrored: boolean;
  readonly hits: number;
}

/**
 * Files in the order in which the layers are laid, front first. Layers join the file before them while they belong to the
 * same picture, are mirrored alike, are laid as often and bring no ink that it has.
 */
export function printFiles({ stack, machine }: PrintPlan): PrintFile[] {
  const files: PrintFile[] = [];
  const front = stack.front.length;
  allLayers(stack).forEach((layer, i) => {
    const plates = layer.parts.map((part): PrintPlate => {
      const { inkRole, rule, density } = part;
      if (inkRole === 'CMYK') return { ink: 'CMYK', name: INK_ROLE_NAMES.CMYK, density };
      const ink = inkFor(machine, keyOf(part));
      return {
        ink: ink?.channel ?? keyOf(part),
        // Block-out that black lays has the name of the process ink.
        name: ink?.role === 'process' ? 'Black' : (ink?.spotName ?? inkName(part, machine)),
        ...(rule && { key: plateKey(part, layer.picture, rule) }),
        density,
      };
    });
    const last = files.at(-1);
    const joins =
      last !== undefined &&
      i !== front &&
      last.picture === layer.picture &&
      last.mirrored === layer.mirror &&
      last.hits === layer.hits &&
      plates.every((plate) => last.plates.every((other) => !shares(plate, other)));
    if (joins) files[files.length - 1] = { ...last, plates: [...last.plates, ...plates] };
    else
      files.push({
        number: files.length + 1,
        picture: layer.picture,
        plates,
        mirrored: layer.mirror,
        hits: layer.hits,
      });
  });
  return files;
}

/**
 * What a file is called, without its ending.
 *
 * @param version page of the artwork, where versions are printed together
 */
export const printFileName = (
  { number, picture }: Pick<PrintFile, 'number' | 'picture'>,
  version?: number,
): string =>
  `${version === undefined ? '' : `page-${version}-`}${String(number).padStart(2, '0')}-${picture}`;

/** Block-out black is laid with an ink that colour uses too. */
const shares = (a: PrintPlate, b: PrintPlate): boolean =>
  a.ink === b.ink || [a, b].every(({ ink }) => ink === 'CMYK' || ink === 'K');

/** A plate as strong as it is laid. */
export function thinned(plane: Uint8Array, density: number): Uint8Array {
  if (density === 100) return plane;
  const table = Uint8Array.from({ length: 256 }, (_, ink) => Math.round((ink * density) / 100));
  return plane.map((ink) => table[ink]);
}
