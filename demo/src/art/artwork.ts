/** The artworks of the demo jobs, drawn from nothing. Lengths in mm. */
import bwipjs from 'bwip-js/node';
import sharp from 'sharp';
import { dice, fruitSvg, harbourSvg, portraitSvg, toCmyk } from './photos.ts';
import {
  ellipse,
  leaf,
  PdfBoard,
  rect,
  roundRect,
  type Cmyk,
  type PaintInk,
  type PdfPageBoard,
} from './pdfpage.ts';
import { multiInkTiff } from './tiff.ts';

const WHITE = { spot: 'White', tint: 1 };
const SILVER = { spot: 'Silver', tint: 1 };
const PAPER: Cmyk = [0, 0, 0, 0];
const OVER = { overprint: true };

/** A picture at a size in mm: pixels at a resolution, which is written into the file. */
const picture = (
  scene: (w: number, h: number) => Buffer,
  width: number,
  height: number,
  dpi: number,
) => {
  const px = (mm: number) => Math.round((mm / 25.4) * dpi);
  return sharp(scene(px(width), px(height))).withMetadata({ density: dpi });
};

export const portraitPicture = async (): Promise<Uint8Array> =>
  picture(portraitSvg, 280, 200, 150)
    .flatten({ background: '#fff' })
    .png({ compressionLevel: 6 })
    .toBuffer();

export const harbourPicture = async (): Promise<Uint8Array> =>
  picture(harbourSvg, 594, 396, 72)
    .flatten({ background: '#fff' })
    .jpeg({ quality: 92 })
    .toBuffer();

/** Bars of an EAN-13, its quiet zones left and right within the given width. Number from the range kept for shops' own use. */
function barcode(
  page: PdfPageBoard,
  number: string,
  x: number,
  y: number,
  module: number,
  height: number,
  /** A check digit that is not the number's own: the bars of the last digit are another's. */
  wrong?: number,
): void {
  const bars13 = (digits: string) =>
    (bwipjs.raw('ean13', digits, {}) as unknown as [{ sbs: number[] }])[0].sbs;
  const sbs = bars13(number);
  // Twelve digits with this last one, whatever stands before: the last six share one set of bars.
  if (wrong !== undefined)
    for (let i = 0; i < 10; i++) {
      const other = bars13(`20123456789${i}`);
      const sum = [...`20123456789${i}`].reduce((s, d, k) => s + Number(d) * (k % 2 ? 3 : 1), 0);
      if ((10 - (sum % 10)) % 10 === wrong) sbs.splice(-7, 4, ...other.slice(-7, -3));
    }
  let at = x;
  const bars: string[] = [];
  sbs.forEach((modules, i) => {
    if (i % 2 === 0) bars.push(rect(at, y, modules * module, height));
    at += modules * module;
  });
  page.fill(bars.join(' '), [0, 0, 0, 1], OVER);
}

function apple(page: PdfPageBoard, x: number, y: number, r: number): void {
  const body =
    `M${x} ${y - r * 0.72} C${x + r * 0.5} ${y - r * 1.2} ${x + r * 1.25} ${y - r * 0.75} ${x + r} ${y + r * 0.1} ` +
    `C${x + r * 0.85} ${y + r * 0.85} ${x + r * 0.35} ${y + r * 1.12} ${x} ${y + r * 0.9} ` +
    `C${x - r * 0.35} ${y + r * 1.12} ${x - r * 0.85} ${y + r * 0.85} ${x - r} ${y + r * 0.1} ` +
    `C${x - r * 1.25} ${y - r * 0.75} ${x - r * 0.5} ${y - r * 1.2} ${x} ${y - r * 0.72} Z`;
  page.shade(
    body,
    [x - r * 0.35, y - r * 0.4, r * 0.05, x, y, r * 1.35],
    [
      { at: 0, ink: [0, 0.22, 0.55, 0] },
      { at: 0.35, ink: [0, 0.68, 0.78, 0] },
      { at: 0.75, ink: [0.08, 0.98, 0.9, 0.1] },
      { at: 1, ink: [0.2, 1, 0.85, 0.5] },
    ],
  );
  page.stroke(
    `M${x} ${y - r * 0.68} C${x + r * 0.05} ${y - r * 0.95} ${x + r * 0.15} ${y - r * 1.15} ${x + r * 0.28} ${y - r * 1.3}`,
    [0.4, 0.6, 0.8, 0.5],
    r * 0.09,
  );
  const blade = leaf(x + r * 0.14, y - r * 1.02, r * 0.95, r * 0.3, -0.35);
  page.shade(
    blade,
    [x, y - r * 1.4, x + r, y - r * 0.9],
    [
      { at: 0, ink: [0.45, 0, 0.85, 0] },
      { at: 1, ink: [0.85, 0.2, 0.95, 0.25] },
    ],
  );
  page.fill(ellipse(x - r * 0.45, y - r * 0.35, r * 0.13, r * 0.2), PAPER);
}

/** A label for clear film: white under the art, silver lettering, a barcode on its white box. */
export async function orchardLabel(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Orchard cordial');
  const page = board.page(90, 120, 2);
  page.shade(
    ellipse(45, 46, 31),
    [45, 40, 2, 45, 46, 31],
    [
      { at: 0, ink: [0, 0.02, 0.16, 0] },
      { at: 0.7, ink: [0.06, 0.04, 0.3, 0] },
      { at: 1, ink: [0.28, 0.08, 0.5, 0.02] },
    ],
  );
  const random = dice(7);
  for (let i = 0; i < 26; i++) {
    const a = (i / 26) * Math.PI * 2;
    page.fill(
      leaf(45 + 24.5 * Math.cos(a), 46 + 24.5 * Math.sin(a), 7.6, 2, a + 1.15 + random() * 0.5),
      i % 2 ? [0.75, 0.15, 0.9, 0.2] : [0.5, 0.05, 0.8, 0.05],
    );
  }
  apple(page, 37.5, 49, 12);
  apple(page, 55, 52, 10);
  apple(page, 47, 35.5, 8.5);

  page.fill(roundRect(7, 84, 76, 30, 3.2), [0.86, 0.5, 0.62, 0.45], { overprint: true });
  page.text('ORCHARD', 45, 94.2, 7.6, 'display', PAPER, { centre: true, tracking: 0.12 });
  page.text('apple & quince cordial', 45, 100.4, 4.2, 'italic', [0, 0.1, 0.4, 0], { centre: true });
  page.text('500 ml   pressed in small lots', 12, 109, 2.5, 'text', PAPER);
  // The barcode's box is paper in the dark field: white shows there, no colour. Quiet zones of 11 modules and more.
  page.fill(rect(53.6, 102.4, 26.4, 9.6), PAPER);
  barcode(page, '201234567890', 56.4, 103.2, 0.2233, 8);

  // Silver beside colour: it knocks colour out where it lies.
  page.fill(ringPath(45, 46, 33.4, 32.4), SILVER, { evenOdd: true });
  page.fill(ringPath(45, 46, 35, 34.6), SILVER, { evenOdd: true });
  page.fill(roundRect(28, 8.4, 34, 5.6, 2.8), SILVER);
  page.text('SALTMARSH LANE', 45, 12.4, 3, 'bold', [0.2, 0.2, 0.2, 1], {
    centre: true,
    tracking: 0.14,
  });
  // White is drawn last and overprints, so that nothing above knocks it out of its plate.
  page.fill(ellipse(45, 46, 30.8, 30.8), WHITE, OVER);
  page.fill(roundRect(7.2, 84.2, 75.6, 29.6, 3), WHITE, OVER);
  page.finish();
  return board.save();
}

const ringPath = (x: number, y: number, outer: number, inner: number) =>
  `${ellipse(x, y, outer)} ${ellipse(x, y, inner)}`;

/** Two pictures for one hanging sign: open on one side, closed on the other. */
export async function hangingSign(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Hanging sign');
  const sides = [
    {
      word: 'open',
      line: 'come in, it is warm',
      sky: [
        [0, 0.18, 0.62, 0],
        [0.02, 0.6, 0.85, 0],
      ],
      disc: [0, 0.05, 0.35, 0],
      ground: [0.75, 0.2, 0.9, 0.25],
    },
    {
      word: 'closed',
      line: 'back with the morning tide',
      sky: [
        [0.75, 0.6, 0.12, 0.05],
        [1, 0.86, 0.3, 0.35],
      ],
      disc: [0.04, 0.02, 0.12, 0],
      ground: [1, 0.75, 0.4, 0.6],
    },
  ] as const;
  for (const [i, side] of sides.entries()) {
    const page = board.page(300, 200, 3);
    page.shade(
      page.whole,
      [0, -3, 0, 150],
      [
        { at: 0, ink: side.sky[1 - i] as Cmyk },
        { at: 1, ink: side.sky[i] as Cmyk },
      ],
    );
    page.fill(ellipse(i ? 224 : 82, i ? 56 : 72, 30), side.disc);
    if (i) page.fill(ellipse(236, 50, 27), side.sky[0]);
    const random = dice(60 + i);
    if (i)
      for (let k = 0; k < 44; k++)
        page.fill(ellipse(random() * 300, random() * 100, 0.3 + random() * 0.8), [0, 0, 0.2, 0]);
    else
      for (let k = 0; k < 16; k++) {
        const a = (k / 16) * Math.PI * 2;
        page.stroke(
          `M${82 + 36 * Math.cos(a)} ${72 + 36 * Math.sin(a)} L${82 + 46 * Math.cos(a)} ${72 + 46 * Math.sin(a)}`,
          side.disc,
          2.4,
        );
      }
    for (let k = 0; k < 3; k++) {
      const y = 128 + k * 20;
      const depth = 0.35 + k * 0.3;
      page.fill(
        `M-3 ${y + 6} C60 ${y - 22 + k * 8} 120 ${y + 18} 180 ${y} C230 ${y - 14} 270 ${y + 6} 303 ${y - 8} L303 203 L-3 203 Z`,
        side.ground.map((v) => Math.min(1, v * depth)) as unknown as Cmyk,
      );
    }
    // A breath of yellow, so that white lies under the letters too.
    page.text(side.word, 150, 118, 72, 'display', [0, 0, 0.05, 0], { centre: true });
    page.text(side.line, 150, 186, 13, 'italic', [0, 0.02, 0.2, 0], { centre: true });
    page.finish();
  }
  return board.save();
}

/** For the inside of a window, read from the street: rich colour, no white of its own. */
export async function cafeWindow(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Café window');
  const page = board.page(600, 420, 0);
  const cup: Cmyk = [0.1, 0.75, 0.85, 0.05];
  page.fill(ellipse(300, 190, 150), [0.9, 0.45, 0.4, 0.4]);
  page.fill(ellipse(300, 190, 141), [0.02, 0.06, 0.22, 0]);
  page.shade(
    'M214 172 L386 172 C384 244 354 270 300 270 C246 270 216 244 214 172 Z',
    [214, 172, 386, 250],
    [
      { at: 0, ink: [0, 0.45, 0.7, 0] },
      { at: 0.4, ink: cup },
      { at: 1, ink: [0.25, 0.95, 0.9, 0.4] },
    ],
  );
  page.fill('M384 186 C420 184 424 232 374 236 L378 224 C404 220 404 198 383 199 Z', cup);
  page.fill(ellipse(300, 172, 86, 11), [0.3, 0.75, 0.9, 0.6]);
  page.fill(ellipse(300, 171, 79, 8), [0.25, 0.6, 0.85, 0.35]);
  page.shade(
    'M180 282 C240 300 360 300 420 282 C400 306 352 312 300 312 C248 312 200 306 180 282 Z',
    [300, 280, 300, 312],
    [
      { at: 0, ink: [0.05, 0.3, 0.5, 0] },
      { at: 1, ink: [0.3, 0.75, 0.85, 0.3] },
    ],
  );
  for (const [x, s] of [
    [262, 1],
    [300, 1.25],
    [338, 1],
  ] as const)
    page.stroke(
      `M${x} 156 C${x - 15 * s} 138 ${x + 15 * s} 120 ${x} ${156 - 48 * s}`,
      [0.25, 0.35, 0.5, 0.1],
      5,
    );
  for (let i = 0; i < 40; i++) {
    const a = (i / 40) * Math.PI * 2;
    page.fill(
      leaf(300 + 158 * Math.cos(a), 190 + 158 * Math.sin(a), 18, 5, a + 0.9),
      i % 2 ? [0.8, 0.2, 0.9, 0.25] : [0.55, 0.1, 0.75, 0.05],
    );
  }
  page.text('The Lower Deck', 300, 402, 54, 'display', [0.9, 0.45, 0.4, 0.4], { centre: true });
  page.text('COFFEE', 54, 196, 22, 'bold', cup, { centre: true, tracking: 0.1 });
  page.text('BREAD', 546, 196, 22, 'bold', cup, { centre: true, tracking: 0.1 });
  page.finish();
  return board.save();
}

/** White and colour beside one another on kraft: colour is kept out of the white by knockout. */
export async function kraftTag(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Kraft tag');
  const page = board.page(70, 110, 1.5);
  const ink: Cmyk = [0.55, 0.5, 0.55, 0.7];
  page.fill(ringPath(35, 9, 4.4, 3.4), ink, { evenOdd: true });
  page.fill(
    'M10 58 C18 42 28 36 35 36 C42 36 52 42 60 58 C52 74 42 80 35 80 C28 80 18 74 10 58 Z',
    [0.75, 0.25, 0.85, 0.3],
  );
  page.fill(
    'M35 38 C46 46 50 52 50 58 C50 66 45 73 35 79 C25 73 20 66 20 58 C20 52 24 46 35 38 Z',
    WHITE,
  );
  page.fill(
    'M35 44 C42 49 45 54 45 58 C45 63 42 68 35 73 C28 68 25 63 25 58 C25 54 28 49 35 44 Z',
    [0.05, 0.65, 0.9, 0.05],
  );
  page.fill(ellipse(35, 58, 4.4), WHITE);
  page.text('SEED & STEM', 35, 27, 6.2, 'display', ink, { centre: true, tracking: 0.06 });
  page.text('wildflower honey', 35, 92, 5.2, 'italic', WHITE, { centre: true });
  page.text('250 g   from the marsh edge', 35, 100, 2.8, 'text', ink, { centre: true });
  page.finish();
  return board.save();
}

/** A menu for silver laid under thin colour. */
export async function pearlMenu(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Pearl menu');
  const page = board.page(140, 200, 3);
  page.shade(
    page.whole,
    [0, -3, 140, 203],
    [
      { at: 0, ink: [0.45, 0.05, 0.18, 0] },
      { at: 0.5, ink: [0.62, 0.3, 0.05, 0] },
      { at: 1, ink: [0.75, 0.65, 0.1, 0.05] },
    ],
  );
  for (let row = 0; row < 14; row++)
    for (let column = 0; column < 9; column++) {
      const x = column * 17.5 + (row % 2 ? 8.75 : 0);
      const y = row * 15.2 + 2;
      const tint = 0.12 + 0.03 * ((row + column) % 4);
      page.stroke(
        `M${x - 8.7} ${y} C${x - 8.7} ${y - 11.5} ${x + 8.7} ${y - 11.5} ${x + 8.7} ${y}`,
        [0.5 + tint, 0.3, 0.08, 0.04],
        0.7,
      );
      page.stroke(
        `M${x - 5.6} ${y} C${x - 5.6} ${y - 7.4} ${x + 5.6} ${y - 7.4} ${x + 5.6} ${y}`,
        [0.5 + tint, 0.3, 0.08, 0.04],
        0.4,
      );
    }
  page.fill(roundRect(24, 44, 92, 120, 6), [0.9, 0.75, 0.3, 0.3]);
  page.text('Tide', 70, 78, 30, 'display', [0.05, 0.02, 0.1, 0], { centre: true });
  page.text('TABLE', 70, 92, 9, 'bold', [0.2, 0.05, 0.1, 0], { centre: true, tracking: 0.45 });
  const dishes = [
    'oysters, shallot, cider',
    'smoked eel on rye',
    'turbot, brown butter',
    'samphire and egg',
    'quince ice',
  ];
  dishes.forEach((dish, i) =>
    page.text(dish, 70, 110 + i * 10, 5.4, 'italic', [0.12, 0.04, 0.1, 0], { centre: true }),
  );
  page.finish();
  return board.save();
}

/** Colour alone on bare metal, which shines through the thin tints. */
export async function doorPlate(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Door plate');
  const page = board.page(200, 80, 0);
  page.shade(
    roundRect(4, 4, 60, 72, 5),
    [4, 4, 64, 76],
    [
      { at: 0, ink: [0.7, 0.1, 0.2, 0] },
      { at: 1, ink: [1, 0.7, 0.2, 0.15] },
    ],
  );
  for (let i = 0; i < 5; i++)
    page.stroke(
      `M12 ${58 - i * 8} C22 ${48 - i * 8} 30 ${66 - i * 8} 40 ${56 - i * 8} C46 ${50 - i * 8} 52 ${54 - i * 8} 56 ${58 - i * 8}`,
      [0.12 * i, 0.02, 0.05, 0],
      2.2,
    );
  page.text('Studio 4', 74, 40, 20, 'display', [0.9, 0.6, 0.3, 0.5], {});
  page.text('printing & finishing', 75, 56, 8.6, 'italic', [0.2, 0.75, 0.85, 0.1], {});
  page.fill(rect(75, 64, 116, 0.8), [0.9, 0.6, 0.3, 0.5]);
  page.finish();
  return board.save();
}

/**
 * A poster as customers send them, for black board: its white is called "White " with a blank behind, was drawn first and does
 * not overprint, a scan brings its haze along, and the number under the bars is not theirs.
 */
export async function nightMarket(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Night market');
  const page = board.page(210, 297, 0);
  const white = { spot: 'White ', tint: 1 };
  page.hiddenLayer('Board colour', () => page.fill(page.whole, [0.6, 0.5, 0.5, 1]));
  // A scanned sky: near-blank all over, and so not blank at all.
  const [w, h] = [340, 240];
  const random = dice(41);
  const samples = new Uint8Array(w * h * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const glow = Math.max(0, 1 - Math.hypot(x - w / 2, (y - h * 0.55) * 1.4) / 120);
      const at = (y * w + x) * 4;
      samples[at] = 3 + random() * 6 + 140 * glow;
      samples[at + 1] = 3 + random() * 6 + 190 * glow ** 1.5;
      samples[at + 2] = 3 + random() * 5 + 40 * glow;
    }
  page.image(samples, w, h, [15, 70, 180, 127]);
  const lanterns = [
    [55, 110, 17],
    [105, 98, 22],
    [156, 112, 16],
  ] as const;
  for (const [x, y, r] of lanterns) page.fill(ellipse(x, y, r, r * 1.25), white);
  page.fill(roundRect(24, 205, 162, 40, 6), white);
  for (const [x, y, r] of lanterns) {
    page.shade(
      ellipse(x, y, r * 0.94, r * 1.18),
      [x, y, r * 0.1, x, y, r * 1.2],
      [
        { at: 0, ink: [0, 0.08, 0.5, 0] },
        { at: 0.6, ink: [0, 0.5, 0.95, 0] },
        { at: 1, ink: [0.05, 0.85, 1, 0.15] },
      ],
    );
    page.stroke(`M${x} ${y - r * 1.25} L${x} 52`, [0, 0.3, 0.6, 0.2], 0.06);
  }
  page.text('Night Market', 105, 40, 27, 'display', [0, 0.35, 0.9, 0], { centre: true });
  page.fill(roundRect(26, 207, 158, 36, 5), [0, 0.62, 0.95, 0]);
  page.text('every Friday until the tide turns', 105, 228, 8.6, 'italic', [0.3, 0.9, 0.9, 0.4], {
    centre: true,
  });
  page.liveText(
    'lanterns, smoke and small plates along the sea wall',
    40,
    257,
    2.1,
    [0.6, 0.5, 0.4, 0.2],
  );
  barcode(page, '201234567890', 76, 266, 0.33, 16, 7);
  page.finish();
  return board.save();
}

/** A frosted band of reeds in white; its spot is called "white", in lower case. */
export async function privacyBand(): Promise<Uint8Array> {
  const board = await PdfBoard.create('Privacy band');
  const page = board.page(900, 300, 0);
  const white: PaintInk = { spot: 'white', tint: 1 };
  const random = dice(77);
  page.fill(rect(0, 262, 900, 38), { spot: 'white', tint: 0.85 });
  for (let i = 0; i < 90; i++) {
    const x = i * 10 + random() * 8;
    const height = 90 + random() * 150;
    const lean = (random() - 0.4) * 60;
    const w = 1 + random() * 1.6;
    page.fill(
      `M${x - w} 264 C${x - w} ${264 - height * 0.5} ${x + lean * 0.5 - w} ${264 - height * 0.8} ${x + lean} ${264 - height} C${x + lean * 0.5 + w} ${264 - height * 0.78} ${x + w} ${264 - height * 0.5} ${x + w} 264 Z`,
      white,
    );
    if (i % 4 === 0)
      page.fill(leaf(x + lean * 0.86, 264 - height * 0.9, 26, 4, -1.25 + lean / 120), white);
    if (i % 3 === 0)
      page.fill(
        leaf(x + lean * 0.2, 264 - height * 0.4, 44 + random() * 30, 4, -0.9 + random() * 0.4),
        { spot: 'white', tint: 0.6 },
      );
  }
  for (let i = 0; i < 7; i++) {
    const x = 90 + i * 118 + random() * 50;
    const y = 44 + random() * 66;
    page.fill(
      `M${x - 20} ${y - 4} C${x - 10} ${y - 14} ${x - 3} ${y - 8} ${x} ${y} C${x + 4} ${y - 10} ${x + 12} ${y - 14} ${x + 22} ${y - 7} C${x + 11} ${y - 9} ${x + 5} ${y - 2} ${x + 1} ${y + 6} C${x - 4} ${y - 1} ${x - 10} ${y - 8} ${x - 20} ${y - 4} Z`,
      white,
    );
  }
  page.finish();
  return board.save();
}

/** Fruit cut out on nothing, with a gloss plate for the skins: a TIFF of five inks. */
export async function fruitCard(): Promise<Uint8Array> {
  const [width, height, dpi] = [
    Math.round((200 / 25.4) * 200),
    Math.round((140 / 25.4) * 200),
    200,
  ];
  const scene = fruitSvg(width, height, false);
  const { samples } = await toCmyk(scene);
  const { data: alpha } = await sharp(scene)
    .extractChannel('alpha')
    .raw()
    .toBuffer({ resolveWithObject: true });
  const pixels = width * height;
  const planes = Array.from({ length: 5 }, () => new Uint8Array(pixels));
  for (let i = 0; i < pixels; i++) {
    for (let c = 0; c < 4; c++) planes[c][i] = Math.round((samples[i * 4 + c] * alpha[i]) / 255);
    planes[4][i] = alpha[i] > 250 ? 255 : 0;
  }
  return multiInkTiff(planes, ['Cyan', 'Magenta', 'Yellow', 'Black', 'Gloss'], width, height, dpi);
}
