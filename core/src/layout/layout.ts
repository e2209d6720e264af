/** Copies in rows and columns on a roll, sheet or board. Lengths in mm. */
import { DomainError } from '../errors.ts';
import { printableWidth, type Machine, type Material } from '../stack/index.ts';

export interface LayoutWish {
  readonly copies: number;
  readonly gap: number;
  /** Kept free at every edge of the material. */
  readonly margin: number;
  /** Turned by a quarter. */
  readonly turned: boolean;
}

/** One filling of the machine: a sheet, a bed, or a length of roll. */
export interface Load {
  readonly copies: number;
  readonly rows: number;
  /** Printed length. */
  readonly length: number;
}

export interface Layout {
  readonly columns: number;
  readonly pieceWidth: number;
  readonly pieceHeight: number;
  /** Width the carriage sweeps. */
  readonly sweptWidth: number;
  readonly loads: readonly Load[];
  /** Drawn off the roll, or whole sheets, mm². */
  readonly materialMm2: number;
  readonly wasteMm2: number;
}

/** @throws DomainError `LAYOUT_TOO_LARGE` if not even one copy fits, with the numbers. */
export function layOut(
  piece: { width: number; height: number },
  wish: LayoutWish,
  machine: Machine,
  material: Material,
): Layout {
  const [width, height] = wish.turned ? [piece.height, piece.width] : [piece.width, piece.height];
  const across = printableWidth(machine, material) - 2 * wish.margin;
  const sheetLength = material.form === 'roll' ? Infinity : material.length;
  const along = Math.min(machine.maxLength, sheetLength) - 2 * wish.margin;
  const columns = Math.floor((across + wish.gap) / (width + wish.gap) + 1e-9);
  const rowsPerLoad = Math.floor((along + wish.gap) / (height + wish.gap) + 1e-9);
  if (columns < 1 || rowsPerLoad < 1)
    throw new DomainError(
      'LAYOUT_TOO_LARGE',
      `The print is ${width.toFixed(1)} × ${height.toFixed(1)} mm, and ${machine.name} with ${material.name} prints ${Math.max(0, across).toFixed(0)} × ${Math.max(0, along).toFixed(0)} mm inside the margins. Turn it, make it smaller, or choose another machine or material.`,
      'layout',
    );

  const lengthOf = (rows: number) => rows * height + (rows - 1) * wish.gap;
  const perLoad = columns * rowsPerLoad;
  const loads: Load[] = [];
  for (let left = wish.copies; left > 0; left -= perLoad) {
    const copies = Math.min(left, perLoad);
    const rows = Math.ceil(copies / columns);
    loads.push({ copies, rows, length: lengthOf(rows) });
  }
  const used = Math.min(columns, wish.copies);
  const materialMm2 =
    material.width *
    (material.form === 'roll'
      ? loads.reduce(
          (sum, load) => sum + Math.max(material.length, load.length + 2 * wish.margin),
          0,
        )
      : loads.length * material.length);
  return {
    columns,
    pieceWidth: width,
    pieceHeight: height,
    sweptWidth: used * width + (used - 1) * wish.gap,
    loads,
    materialMm2,
    wasteMm2: materialMm2 - wish.copies * width * height,
  };
}
