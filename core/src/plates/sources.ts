/** What a rule begins with, as rows. */
import { anyAbove, copyOf, fromInks, type Band, type PixelBox } from '../raster/index.ts';
import type { Source } from '../rule/index.ts';
import { NO_ROWS, type Flow } from './rows.ts';
import { shapeFiller, type RowFiller } from './shapes.ts';
import { hazeByte, surveyedFlow, type Survey } from './survey.ts';

/** Special ink wanted for the process ink of each pixel, 0 to 255. Planes are C, M, Y, K. */
export type NeedRows = (process: readonly (Uint8Array | undefined)[], size: number) => Uint8Array;

/** The artwork that plates are built on. Planes are named by their index in a band, −1 where there is none. */
export interface PlateInputs {
  readonly width: number;
  readonly height: number;
  /** Pixels for one of the artwork's own, where the raster is a smaller picture of it. */
  readonly pixel: number;
  /** Pixels a mm. */
  readonly scale: { readonly x: number; readonly y: number };
  readonly inks: Readonly<Record<'C' | 'M' | 'Y' | 'K', number>>;
  /** Barcodes with their quiet zones. */
  readonly codes: readonly PixelBox[];
  /** The separation that the artist drew for the special. */
  readonly art: number;
  plane(name: string): number;
  /** A plate of another job. */
  other(job: string, inkKey: string): number;
  survey(from: Source): Survey;
  need(within: number): NeedRows;
}

/** Indices of the process planes there are. */
export const processOf = ({ inks }: Pick<PlateInputs, 'inks'>): number[] =>
  [inks.C, inks.M, inks.Y, inks.K].filter((i) => i >= 0);

export function sourceFlow(from: Source, ground: PlateInputs): Flow {
  const { width } = ground;
  const process = processOf(ground);
  const flow = (
    binary: boolean,
    rows: (band: Band, size: number, planes: readonly Uint8Array[]) => Uint8Array,
  ): Flow => ({
    binary,
    push: (band) => {
      const size = band.rows * width;
      return rows(
        band,
        size,
        process.map((i) => band.planes[i]),
      );
    },
    finish: () => NO_ROWS,
  });
  const inksOf = (planes: readonly Uint8Array[]) => {
    const { C, M, Y, K } = ground.inks;
    return [C, M, Y, K].map((i) => (i < 0 ? undefined : planes[i]));
  };
  const planeFlow = (index: number) =>
    flow(false, (band, size) =>
      index < 0 ? new Uint8Array(size) : copyOf(band.planes[index], size),
    );
  const drawn = (fillers: readonly RowFiller[]) =>
    flow(true, ({ top, rows }, size) => {
      const out = new Uint8Array(size);
      for (let y = 0; y < rows; y++)
        for (const fill of fillers) fill(out.subarray(y * width, (y + 1) * width), top + y);
      return out;
    });

  switch (from.kind) {
    case 'art':
      return planeFlow(ground.art);
    case 'separation':
      return planeFlow(ground.plane(from.name));
    case 'plate':
      return planeFlow(ground.other(from.job, from.inkKey));
    case 'sheet':
      return flow(true, (_band, size) => new Uint8Array(size).fill(255));
    case 'image':
    case 'outside': {
      const haze = hazeByte(from.haze);
      const image = flow(true, (_band, size, planes) => anyAbove(planes, haze, size));
      if (from.kind === 'image') return image;
      return {
        ...image,
        push(band) {
          const rows = image.push(band);
          for (let i = 0; i < rows.length; i++) rows[i] ^= 255;
          return rows;
        },
      };
    }
    case 'ink': {
      const index = ground.inks[from.ink];
      return flow(true, ({ planes }, size) =>
        anyAbove(index < 0 ? [] : [planes[index]], hazeByte(from.above), size),
      );
    }
    case 'paper':
    case 'cleaned':
      return surveyedFlow(from, width, process, ground.survey(from));
    case 'light':
    case 'vivid':
      return flow(false, ({ planes }, size) => fromInks(inksOf(planes), size, from.kind));
    case 'solveForLightness': {
      const need = ground.need(from.within);
      return flow(false, ({ planes }, size) => need(inksOf(planes), size));
    }
    case 'codes': {
      const { x, y } = { x: from.margin * ground.scale.x, y: from.margin * ground.scale.y };
      return drawn(
        ground.codes.map((code): RowFiller => {
          const [top, bottom] = [code.top - y, code.bottom + y];
          const left = Math.max(0, Math.floor(code.left - x));
          const right = Math.min(width, Math.ceil(code.right + x));
          return (row, at) => {
            if (at >= top && at < bottom) row.fill(255, left, right);
          };
        }),
      );
    }
    case 'shape':
      return drawn([shapeFiller(from.shape, ground.scale)]);
  }
}
