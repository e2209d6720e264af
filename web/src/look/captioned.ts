/** A picture with words under it, to be saved. */

const MARGIN = 24;
const LINE = 1.5;

/** @param lines the first is set larger */
export function captioned(picture: HTMLCanvasElement, lines: readonly string[]): HTMLCanvasElement {
  const size = Math.max(14, Math.round(picture.width / 56));
  const out = document.createElement('canvas');
  out.width = picture.width + 2 * MARGIN;
  out.height = picture.height + 2 * MARGIN + Math.ceil(size * LINE * (lines.length + 0.8));
  const context = out.getContext('2d')!;
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, out.width, out.height);
  context.drawImage(picture, MARGIN, MARGIN);
  context.fillStyle = '#14213d';
  let y = picture.height + MARGIN + size * LINE;
  lines.forEach((line, i) => {
    context.font = `${i === 0 ? 600 : 400} ${i === 0 ? size * 1.25 : size}px "Instrument Sans Variable", sans-serif`;
    context.fillText(line, MARGIN, y, picture.width);
    y += size * LINE;
  });
  return out;
}
