/** What is drawn over a page that is looked at: places of findings, pinned points, the probe. */
import {
  cellLevels,
  type LineRole,
  type MmBox,
  type Place,
  type TechnicalLines,
} from '@kyanos/core';
import type { Pin, PagePoint } from './useProbe.ts';

/** A page as it lies on screen. */
export interface OnScreen {
  readonly left: number;
  readonly top: number;
  /** Screen pixels for a pixel of the page. */
  readonly scale: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

const SIGNAL = '#e2560f';
const SIGNAL_TINT = 'rgb(226 86 15 / 22%)';
const PAPER = '#faf7f0';
const INK = '#14213d';
const PIN = '#1b3158';

type Pen = CanvasRenderingContext2D;

/** Long and short strokes on screen, px: a blade's path is whole, what only bends or tears is broken. */
const DASHES: Readonly<Record<LineRole, readonly number[]>> = {
  cut: [],
  'kiss-cut': [12, 3],
  crease: [6, 5],
  perforate: [2, 4],
  register: [10, 4, 2, 4],
  technical: [1, 3],
};
const LINE = '#8e1f7a';

/** Lines that don't print, as vectors over the plates: as sharp at any zoom. */
export function drawLines(pen: Pen, lines: readonly TechnicalLines[], page: OnScreen): void {
  const perMm = (page.widthPx / page.widthMm) * page.scale;
  pen.save();
  pen.translate(page.left, page.top);
  pen.scale(perMm, perMm);
  for (const { role, paths } of lines)
    for (const { d } of paths) {
      const path = new Path2D(d);
      pen.setLineDash([]);
      pen.strokeStyle = PAPER;
      pen.lineWidth = 4 / perMm;
      pen.stroke(path);
      pen.setLineDash(DASHES[role].map((px) => px / perMm));
      pen.strokeStyle = LINE;
      pen.lineWidth = 2 / perMm;
      pen.stroke(path);
    }
  pen.restore();
}

/** The box round all of a place, mm; none where it holds nothing. */
export function placeBounds(
  place: Place,
  { widthMm, heightMm }: Pick<OnScreen, 'widthMm' | 'heightMm'>,
): MmBox | undefined {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  const take = (box: MmBox) => {
    left = Math.min(left, box.left);
    top = Math.min(top, box.top);
    right = Math.max(right, box.left + box.width);
    bottom = Math.max(bottom, box.top + box.height);
  };
  if (place.kind === 'boxes') place.boxes.forEach(take);
  else {
    const { columns, rows } = place.cells;
    const [width, height] = [widthMm / columns, heightMm / rows];
    cellLevels(place.cells).forEach((level, i) => {
      if (level === 0) return;
      take({ left: (i % columns) * width, top: Math.floor(i / columns) * height, width, height });
    });
  }
  return right > left ? { left, top, width: right - left, height: bottom - top } : undefined;
}

export function drawPlace(pen: Pen, place: Place, page: OnScreen): void {
  pen.strokeStyle = SIGNAL;
  pen.lineWidth = 2;
  if (place.kind === 'boxes') place.boxes.forEach((box) => ring(pen, box, page));
  else drawCells(pen, place, page);
}

/** Small things are ringed, or they would be hidden by their own mark. */
function ring(pen: Pen, { left, top, width, height }: MmBox, page: OnScreen): void {
  const perMm = (page.widthPx / page.widthMm) * page.scale;
  const [w, h] = [width * perMm, height * perMm];
  const room = Math.max(3, 9 - Math.min(w, h) / 2);
  pen.strokeRect(
    page.left + left * perMm - room,
    page.top + top * perMm - room,
    w + 2 * room,
    h + 2 * room,
  );
}

function drawCells(
  pen: Pen,
  { cells }: Extract<Place, { kind: 'cells' }>,
  { left, top, scale, widthPx, heightPx }: OnScreen,
): void {
  const { columns, rows } = cells;
  const levels = cellLevels(cells);
  const [cw, ch] = [(widthPx * scale) / columns, (heightPx * scale) / rows];
  const on = (c: number, r: number) =>
    c >= 0 && r >= 0 && c < columns && r < rows && levels[r * columns + c] > 0;
  pen.fillStyle = SIGNAL_TINT;
  pen.beginPath();
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      if (!on(c, r)) continue;
      const [x, y] = [left + c * cw, top + r * ch];
      pen.fillRect(x, y, cw + 0.5, ch + 0.5);
      for (const [dc, dr, x0, y0, x1, y1] of [
        [-1, 0, x, y, x, y + ch],
        [1, 0, x + cw, y, x + cw, y + ch],
        [0, -1, x, y, x + cw, y],
        [0, 1, x, y + ch, x + cw, y + ch],
      ])
        if (!on(c + dc, r + dr)) {
          pen.moveTo(x0, y0);
          pen.lineTo(x1, y1);
        }
    }
  pen.stroke();
}

const screen = ({ x, y }: PagePoint, { left, top, scale }: OnScreen) => ({
  x: left + (x + 0.5) * scale,
  y: top + (y + 0.5) * scale,
});

export function drawPin(pen: Pen, pin: Pin, index: number, page: OnScreen): void {
  const { x, y } = screen(pin, page);
  pen.beginPath();
  pen.arc(x, y, 10, 0, 2 * Math.PI);
  pen.fillStyle = PIN;
  pen.fill();
  pen.strokeStyle = PAPER;
  pen.lineWidth = 2;
  pen.stroke();
  pen.fillStyle = PAPER;
  pen.font = '600 12px "Instrument Sans Variable", sans-serif';
  pen.textAlign = 'center';
  pen.textBaseline = 'middle';
  pen.fillText(String(index + 1), x, y + 0.5);
}

export function drawProbe(pen: Pen, point: PagePoint, page: OnScreen): void {
  const { x, y } = screen(point, page);
  for (const [colour, thick] of [
    [PAPER, 4],
    [INK, 2],
  ] as const) {
    pen.strokeStyle = colour;
    pen.lineWidth = thick;
    pen.beginPath();
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ]) {
      pen.moveTo(x + 5 * dx, y + 5 * dy);
      pen.lineTo(x + 14 * dx, y + 14 * dy);
    }
    pen.stroke();
  }
}
