/** Shapes drawn on a picture, filled row by row: a pixel belongs to a shape that its centre lies in. */
import type { Shape, PagePoint } from '../rule/index.ts';

/** Fills one row of `width` pixels that are 0; `y` and the shape's numbers in pixels. */
export type RowFiller = (row: Uint8Array, y: number) => void;

/** @param scale pixels a mm, across and down */
export function shapeFiller(shape: Shape, scale: { x: number; y: number }): RowFiller {
  const point = ({ x, y }: PagePoint): PagePoint => ({ x: x * scale.x, y: y * scale.y });
  switch (shape.shape) {
    case 'box':
    case 'ellipse': {
      const { left, top } = { left: shape.left * scale.x, top: shape.top * scale.y };
      const [width, height] = [shape.width * scale.x, shape.height * scale.y];
      if (shape.shape === 'box')
        return (row, y) => {
          if (y + 0.5 >= top && y + 0.5 < top + height) fill(row, left, left + width);
        };
      const [cx, cy, rx, ry] = [left + width / 2, top + height / 2, width / 2, height / 2];
      return (row, y) => {
        const d = (y + 0.5 - cy) / ry;
        if (Math.abs(d) >= 1) return;
        const half = rx * Math.sqrt(1 - d * d);
        fill(row, cx - half, cx + half);
      };
    }
    case 'polygon':
      return polygonFiller(shape.points.map(point));
    case 'brush': {
      // Round as it is drawn, even where pixels are not square.
      const radius = (shape.width / 2) * Math.sqrt(scale.x * scale.y);
      return brushFiller(shape.points.map(point), radius);
    }
  }
}

/** Pixels whose centre lies from `from` up to `to`. */
function fill(row: Uint8Array, from: number, to: number): void {
  const start = Math.max(0, Math.ceil(from - 0.5));
  const end = Math.min(row.length, Math.ceil(to - 0.5));
  if (end > start) row.fill(255, start, end);
}

/** Inside by the even–odd rule. */
function polygonFiller(points: readonly PagePoint[]): RowFiller {
  return (row, y) => {
    const at = y + 0.5;
    const crossings: number[] = [];
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length];
      if (a.y <= at === b.y <= at) return;
      crossings.push(a.x + ((at - a.y) / (b.y - a.y)) * (b.x - a.x));
    });
    crossings.sort((a, b) => a - b);
    for (let i = 0; i + 1 < crossings.length; i += 2) fill(row, crossings[i], crossings[i + 1]);
  };
}

/** Everything within the radius of a line through the points. */
function brushFiller(points: readonly PagePoint[], radius: number): RowFiller {
  const lines = points.map((a, i) => [a, points[Math.min(i + 1, points.length - 1)]] as const);
  return (row, y) => {
    const at = y + 0.5;
    for (const [a, b] of lines) {
      if (Math.min(a.y, b.y) - radius > at || Math.max(a.y, b.y) + radius < at) continue;
      for (const end of [a, b]) {
        const half = Math.sqrt(Math.max(0, radius * radius - (at - end.y) ** 2));
        if (half > 0) fill(row, end.x - half, end.x + half);
      }
      // Between the ends the line is a rectangle, the corners of which lie to its sides.
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      if (length === 0) continue;
      const [nx, ny] = [((a.y - b.y) / length) * radius, ((b.x - a.x) / length) * radius];
      polygonFiller([
        { x: a.x + nx, y: a.y + ny },
        { x: b.x + nx, y: b.y + ny },
        { x: b.x - nx, y: b.y - ny },
        { x: a.x - nx, y: a.y - ny },
      ])(row, y);
    }
  };
}
