/**
 * Photographs that nobody took: scenes described in SVG with gradients, blur and noise, rendered to
 * pixels. The same every time.
 */
import sharp from 'sharp';

/** A small repeatable generator (mulberry32, from memory): scenes must not change from run to run. */
export function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const svg = (width: number, height: number, defs: string, body: string) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 1200 800" preserveAspectRatio="xMidYMid slice"><defs>${defs}</defs>${body}</svg>`,
  );

const linear = (
  id: string,
  stops: readonly (readonly [number, string, number?])[],
  vector = 'x1="0" y1="0" x2="0" y2="1"',
) =>
  `<linearGradient id="${id}" ${vector}>${stops.map(([at, colour, opacity = 1]) => `<stop offset="${at}" stop-color="${colour}" stop-opacity="${opacity}"/>`).join('')}</linearGradient>`;
const radial = (
  id: string,
  stops: readonly (readonly [number, string, number?])[],
  circle = 'cx="0.5" cy="0.5" r="0.5"',
) =>
  `<radialGradient id="${id}" ${circle}>${stops.map(([at, colour, opacity = 1]) => `<stop offset="${at}" stop-color="${colour}" stop-opacity="${opacity}"/>`).join('')}</radialGradient>`;
const blur = (id: string, amount: number) =>
  `<filter id="${id}" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="${amount}"/></filter>`;

/** Ridge line across the picture: midpoint displacement between two heights. */
function ridge(seed: number, left: number, right: number, rough: number, floor: number): string {
  const random = dice(seed);
  let points = [left, right];
  for (let spread = rough; spread > 0.6; spread *= 0.54)
    points = points.flatMap((y, i) =>
      i === 0 ? [y] : [(points[i - 1] + y) / 2 + (random() - 0.5) * 2 * spread, y],
    );
  const step = 1240 / (points.length - 1);
  return `M-20 ${floor} L${points.map((y, i) => `${(i * step - 20).toFixed(1)} ${y.toFixed(1)}`).join(' L')} L1220 ${floor} Z`;
}

/** A harbour at dusk: hills, a lighthouse with its beam, boats, and all of it again in the water. */
export function harbourSvg(width: number, height: number): Buffer {
  const random = dice(11);
  const defs =
    linear('sky', [
      [0, '#14264f'],
      [0.34, '#4a4a86'],
      [0.58, '#c46a7c'],
      [0.78, '#f7a765'],
      [1, '#ffe2a0'],
    ]) +
    radial('sun', [
      [0, '#fffdf0'],
      [0.16, '#fff0b8'],
      [0.4, '#ffc873', 0.75],
      [1, '#ff9d5c', 0],
    ]) +
    linear('far', [
      [0, '#8d6a8e'],
      [1, '#d08f86'],
    ]) +
    linear('mid', [
      [0, '#4f4a73'],
      [1, '#8a6379'],
    ]) +
    linear('near', [
      [0, '#1f2747'],
      [1, '#33304f'],
    ]) +
    linear('sea', [
      [0, '#f4b877'],
      [0.14, '#c77b7d'],
      [0.45, '#545089'],
      [1, '#101c3e'],
    ]) +
    linear(
      'beam',
      [
        [0, '#fff6cf', 0],
        [1, '#fff6cf', 0.6],
      ],
      'x1="0" y1="0" x2="1" y2="0"',
    ) +
    linear(
      'tower',
      [
        [0, '#fff7ea'],
        [0.5, '#ead3c4'],
        [1, '#8c6f79'],
      ],
      'x1="0" y1="0" x2="1" y2="0"',
    ) +
    linear(
      'band',
      [
        [0, '#d5543f'],
        [0.5, '#b23a35'],
        [1, '#5f2230'],
      ],
      'x1="0" y1="0" x2="1" y2="0"',
    ) +
    blur('soft', 14) +
    blur('haze', 5) +
    blur('tiny', 1.4) +
    `<filter id="ripple"><feTurbulence type="fractalNoise" baseFrequency="0.006 0.09" numOctaves="3" seed="4"/><feColorMatrix values="0 0 0 0 1  0 0 0 0 0.87  0 0 0 0 0.68  0.9 0 0 0 -0.42"/></filter>`;
  const clouds = Array.from({ length: 9 }, (_, i) => {
    const y = 90 + i * 36 + random() * 20;
    return `<ellipse cx="${(random() * 1200).toFixed(0)}" cy="${y.toFixed(0)}" rx="${(160 + random() * 230).toFixed(0)}" ry="${(7 + random() * 12).toFixed(0)}" fill="${i < 4 ? '#b06a8c' : '#ffc9a0'}" opacity="0.42" filter="url(#soft)"/>`;
  }).join('');
  const glints = Array.from({ length: 130 }, () => {
    const y = 500 + random() ** 1.6 * 290;
    const half = 8 + (y - 490) * 0.34;
    const x = 470 + (random() - 0.5) * half * 2.2;
    return `<rect x="${x.toFixed(0)}" y="${y.toFixed(0)}" width="${(10 + random() * 40).toFixed(0)}" height="${(1 + random() * 2.6).toFixed(1)}" rx="1" fill="#fff0c4" opacity="${(0.25 + random() * 0.6).toFixed(2)}"/>`;
  }).join('');
  const boat = (x: number, y: number, s: number) =>
    `<g transform="translate(${x} ${y}) scale(${s})"><path d="M-46 0 Q0 9 52 -4 L38 17 Q0 24 -34 16 Z" fill="#151b33"/><path d="M0 -4 L0 -96 L44 -8 Z" fill="#fbe9d2"/><path d="M-5 -6 L-5 -84 L-36 -8 Z" fill="#d9837a"/><path d="M-2 -2 L-2 -104" stroke="#1c2036" stroke-width="3"/><path d="M-44 20 Q0 34 48 20 L30 60 Q0 44 -30 62 Z" fill="#0d1630" opacity="0.35" filter="url(#tiny)"/></g>`;
  const gull = (x: number, y: number, s: number) =>
    `<path d="M${x - 16 * s} ${y - 5 * s} Q${x - 7 * s} ${y - 11 * s} ${x} ${y} Q${x + 7 * s} ${y - 11 * s} ${x + 16 * s} ${y - 6 * s}" fill="none" stroke="#33304f" stroke-width="${2 * s}" stroke-linecap="round"/>`;
  return svg(
    width,
    height,
    defs,
    `<rect x="-200" y="-200" width="1600" height="720" fill="url(#sky)"/>${clouds}
     <circle cx="470" cy="452" r="250" fill="url(#sun)"/>
     <path d="${ridge(5, 400, 372, 42, 500)}" fill="url(#far)" filter="url(#tiny)"/>
     <rect x="-20" y="430" width="1240" height="80" fill="#f6b87e" opacity="0.4" filter="url(#soft)"/>
     <path d="${ridge(23, 350, 470, 46, 504)}" fill="url(#mid)"/>
     <rect x="-200" y="496" width="1600" height="520" fill="url(#sea)"/>
     <rect x="-20" y="500" width="1240" height="310" filter="url(#ripple)" opacity="0.32"/>
     ${glints}
     <path d="M690 520 Q820 468 940 452 Q1060 440 1220 470 L1220 600 Q1010 560 690 520 Z" fill="url(#near)"/>
     <path d="M690 520 Q900 560 1220 600 L1220 660 Q930 590 690 524 Z" fill="#0d1630" opacity="0.45" filter="url(#haze)"/>
     <path d="M962 268 L120 130 L120 262 Z" fill="url(#beam)" filter="url(#haze)"/>
     <path d="M934 462 L946 286 L978 286 L990 462 Z" fill="url(#tower)"/>
     <path d="M938.500 400 L942 350 L982 350 L985.700 400 Z" fill="url(#band)"/><path d="M944 318 L946 286 L978 286 L980 318 Z" fill="url(#band)"/>
     <rect x="942" y="280" width="40" height="7" rx="2" fill="#1c2036"/><rect x="950" y="254" width="24" height="27" fill="#fff6cf"/><path d="M944 256 L962 236 L980 256 Z" fill="#7d2b30"/>
     <circle cx="962" cy="268" r="46" fill="#fff4c9" opacity="0.55" filter="url(#soft)"/>
     <path d="M1010 466 l0 -34 26 -22 26 22 0 38 Z" fill="#2b2b47"/><path d="M1004 434 L1036 404 L1068 434 Z" fill="#141a33"/><rect x="1028" y="440" width="12" height="13" fill="#ffd98a"/>
     ${boat(360, 590, 1.25)}${boat(640, 540, 0.62)}${boat(180, 545, 0.5)}
     ${gull(560, 210, 1.2)}${gull(610, 236, 0.8)}${gull(520, 250, 0.7)}`,
  );
}

/** Fruit in a bowl's light: two oranges, a lemon, a pear, grapes, leaves, on cloth. `background` false leaves it bare. */
export function fruitSvg(width: number, height: number, background = true): Buffer {
  const random = dice(29);
  const skin = (id: string, light: string, base: string, dark: string, rim: string) =>
    radial(
      id,
      [
        [0, light],
        [0.3, base],
        [0.78, dark],
        [0.94, dark],
        [1, rim],
      ],
      'cx="0.36" cy="0.3" r="0.78"',
    );
  const defs =
    skin('orange', '#ffd98c', '#f7941e', '#c2520c', '#dd7f33') +
    skin('lemon', '#fffbd0', '#fbdc3c', '#c99a10', '#e6c84c') +
    skin('pear', '#f7f6b8', '#c3cc4d', '#6f8b23', '#a5b552') +
    skin('grape', '#d9a8d8', '#7d3a86', '#34123f', '#7b4a83') +
    radial(
      'wall',
      [
        [0, '#5f6f74'],
        [0.55, '#324349'],
        [1, '#141f25'],
      ],
      'cx="0.34" cy="0.3" r="0.95"',
    ) +
    linear('cloth', [
      [0, '#8a3b33'],
      [0.3, '#6a2824'],
      [1, '#2c0f10'],
    ]) +
    linear(
      'leafA',
      [
        [0, '#a9cf62'],
        [0.5, '#4f8a33'],
        [1, '#1d4a22'],
      ],
      'x1="0" y1="0" x2="1" y2="1"',
    ) +
    linear('stem', [
      [0, '#9a7044'],
      [1, '#3f2a18'],
    ]) +
    radial('blush', [
      [0, '#e0663d', 0.75],
      [1, '#e0663d', 0],
    ]) +
    radial('cut', [
      [0, '#fff3c0'],
      [0.72, '#ffc24a'],
      [0.86, '#ffb02e'],
      [0.9, '#fff4dc'],
      [0.96, '#fff0d0'],
      [1, '#f08a1c'],
    ]) +
    blur('shadow', 17) +
    blur('gleam', 5) +
    blur('edge', 0.8) +
    `<filter id="peel" x="0" y="0" width="1" height="1"><feTurbulence type="fractalNoise" baseFrequency="0.16" numOctaves="2" seed="8" result="n"/><feColorMatrix in="n" values="0 0 0 0 0.25  0 0 0 0 0.09  0 0 0 0 0  0 0.9 0 0 -0.36" result="m"/><feComposite in="m" in2="SourceGraphic" operator="in"/></filter>` +
    `<filter id="weave"><feTurbulence type="turbulence" baseFrequency="0.9 0.12" numOctaves="2" seed="3"/><feColorMatrix values="0 0 0 0 0  0 0 0 0 0  0 0 0 0 0  0.7 0 0 0 -0.1" result="m"/><feComposite in="m" in2="SourceGraphic" operator="in"/></filter>`;
  const ball = (cx: number, cy: number, rx: number, ry: number, fill: string, turn = 0) =>
    `<g transform="rotate(${turn} ${cx} ${cy})"><ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="url(#${fill})"/><ellipse cx="${cx}" cy="${cy}" rx="${rx - 2}" ry="${ry - 2}" fill="#fff" filter="url(#peel)" opacity="0.5"/><ellipse cx="${cx - rx * 0.34}" cy="${cy - ry * 0.42}" rx="${rx * 0.17}" ry="${ry * 0.1}" fill="#fff" opacity="0.85" filter="url(#gleam)" transform="rotate(-28 ${cx - rx * 0.34} ${cy - ry * 0.42})"/></g>`;
  const shade = (cx: number, cy: number, rx: number, ry: number) =>
    `<ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="#12060a" opacity="${background ? 0.62 : 0}" filter="url(#shadow)"/>`;
  const grapes = Array.from({ length: 17 }, (_, i) => {
    const row = Math.floor((Math.sqrt(8 * i + 1) - 1) / 2);
    const x = 925 + (i - (row * (row + 1)) / 2) * 46 - row * 23 + random() * 8;
    const y = 632 - row * 40 + random() * 8;
    return `<circle cx="${x.toFixed(0)}" cy="${y.toFixed(0)}" r="27" fill="url(#grape)"/><circle cx="${(x - 9).toFixed(0)}" cy="${(y - 10).toFixed(0)}" r="5" fill="#fff" opacity="0.75" filter="url(#edge)"/>`;
  }).join('');
  const leafAt = (x: number, y: number, turn: number, s: number) =>
    `<g transform="translate(${x} ${y}) rotate(${turn}) scale(${s})"><path d="M0 0 C40 -56 120 -60 176 -8 C120 34 44 36 0 0 Z" fill="url(#leafA)"/><path d="M4 -1 Q84 -22 170 -8" stroke="#dbe9a0" stroke-opacity="0.6" stroke-width="2.4" fill="none"/></g>`;
  const segments = Array.from({ length: 10 }, (_, i) => {
    const a = (i * Math.PI) / 5;
    return `<path d="M${330 + 8 * Math.cos(a)} ${650 + 7 * Math.sin(a)} L${330 + 74 * Math.cos(a)} ${650 + 66 * Math.sin(a)}" stroke="#fff1cf" stroke-width="4" opacity="0.9"/>`;
  }).join('');
  return svg(
    width,
    height,
    defs,
    `${background ? `<rect x="-200" y="-200" width="1600" height="1200" fill="url(#wall)"/><path d="M-200 560 Q300 520 1400 566 L1400 1000 L-200 1000 Z" fill="url(#cloth)"/><path d="M-200 560 Q300 520 1400 566 L1400 1000 L-200 1000 Z" filter="url(#weave)" opacity="0.35"/>` : ''}
     ${shade(620, 690, 430, 46)}${shade(340, 735, 130, 22)}
     ${leafAt(640, 300, -150, 1.1)}${leafAt(800, 330, -28, 1.05)}
     <path d="M742 232 Q752 190 784 166" stroke="url(#stem)" stroke-width="11" fill="none" stroke-linecap="round"/>
     <path d="M742 226 C690 232 684 312 660 372 C622 440 606 520 640 590 C676 664 812 668 852 594 C886 524 862 446 826 374 C806 312 798 232 742 226 Z" fill="url(#pear)"/>
     <path d="M742 226 C690 232 684 312 660 372 C622 440 606 520 640 590 C676 664 812 668 852 594 C886 524 862 446 826 374 C806 312 798 232 742 226 Z" fill="#fff" filter="url(#peel)" opacity="0.35"/>
     <ellipse cx="800" cy="520" rx="92" ry="130" fill="url(#blush)"/>
     <ellipse cx="690" cy="404" rx="14" ry="46" fill="#fff" opacity="0.6" filter="url(#gleam)" transform="rotate(16 690 404)"/>
     ${grapes}
     ${ball(470, 520, 146, 142, 'orange')}
     <path d="M452 396 q16 10 34 -2 q-4 16 -18 18 q-12 -2 -16 -16" fill="#5a7a2a"/>
     ${ball(620, 628, 112, 84, 'lemon', -12)}
     <g><ellipse cx="330" cy="654" rx="104" ry="94" fill="#b3560f"/><ellipse cx="330" cy="650" rx="100" ry="90" fill="url(#cut)"/>${segments}<ellipse cx="330" cy="650" rx="10" ry="9" fill="#fff6e0"/><ellipse cx="296" cy="614" rx="26" ry="12" fill="#fff" opacity="0.5" filter="url(#gleam)" transform="rotate(-30 296 614)"/></g>
     ${leafAt(560, 408, -16, 0.8)}${leafAt(470, 398, -160, 0.62)}`,
  );
}

/** A singer in stage light, head and shoulders, drawn broadly. Her eyes have whites with no ink at all. */
export function portraitSvg(width: number, height: number): Buffer {
  const random = dice(41);
  const defs =
    radial(
      'stage',
      [
        [0, '#c24a6a'],
        [0.34, '#6d2a62'],
        [0.7, '#2a1a4a'],
        [1, '#0e0b22'],
      ],
      'cx="0.68" cy="0.34" r="0.85"',
    ) +
    linear(
      'skin',
      [
        [0, '#ffd9b4'],
        [0.38, '#eeaf82'],
        [0.68, '#b8694f'],
        [1, '#5c2b3a'],
      ],
      'x1="0.08" y1="0.1" x2="0.95" y2="0.8"',
    ) +
    linear(
      'neck',
      [
        [0, '#d68e6a'],
        [0.4, '#8a4744'],
        [1, '#44202f'],
      ],
      'x1="0" y1="0" x2="1" y2="0.4"',
    ) +
    linear(
      'hair',
      [
        [0, '#7a3b2a'],
        [0.35, '#3a1a1c'],
        [1, '#140b14'],
      ],
      'x1="0" y1="0" x2="1" y2="1"',
    ) +
    linear(
      'dress',
      [
        [0, '#2f8f93'],
        [0.5, '#176069'],
        [1, '#0a2c38'],
      ],
      'x1="0" y1="0" x2="1" y2="1"',
    ) +
    radial('cheek', [
      [0, '#e2604f', 0.55],
      [1, '#e2604f', 0],
    ]) +
    radial('iris', [
      [0, '#0c0a0c'],
      [0.38, '#120d10'],
      [0.44, '#4c3a22'],
      [0.85, '#86672f'],
      [1, '#2c1c14'],
    ]) +
    linear('lip', [
      [0, '#a82840'],
      [0.5, '#cf4356'],
      [1, '#8a2038'],
    ]) +
    blur('b3', 3) +
    blur('b9', 9) +
    blur('b24', 24) +
    blur('b1', 1);
  const lamps = Array.from({ length: 16 }, () => {
    const r = 12 + random() * 46;
    return `<circle cx="${(random() * 1200).toFixed(0)}" cy="${(random() * 460).toFixed(0)}" r="${r.toFixed(0)}" fill="${random() < 0.5 ? '#ffb35c' : '#ff6f91'}" opacity="${(0.1 + random() * 0.26).toFixed(2)}" filter="url(#b9)"/>`;
  }).join('');
  const strands = Array.from({ length: 46 }, (_, i) => {
    const t = i / 45;
    const x = 446 + t * 330;
    const sway = 40 * Math.sin(i * 1.7);
    return `<path d="M${600 + (t - 0.5) * 60} 112 C${x - 40} ${190 + sway * 0.3} ${x - 90 + t * 190} 380 ${x - 96 + t * 200 + sway} ${660 + random() * 90}" stroke="${i % 3 ? '#a35a34' : '#e09a5a'}" stroke-opacity="${(0.1 + random() * 0.28).toFixed(2)}" stroke-width="${(1 + random() * 3).toFixed(1)}" fill="none"/>`;
  }).join('');
  const eye = (cx: number, flip: number) =>
    `<g transform="translate(${cx} 352) scale(${flip} 1)"><path d="M-48 4 Q-6 -34 46 2 Q2 26 -48 4 Z" fill="#ffffff"/><clipPath id="e${cx}"><path d="M-48 4 Q-6 -34 46 2 Q2 26 -48 4 Z"/></clipPath><g clip-path="url(#e${cx})"><circle cx="0" cy="-3" r="21" fill="url(#iris)"/><path d="M-52 -12 Q-6 -44 50 -10 L50 -22 L-52 -26 Z" fill="#4a2026" opacity="0.35" filter="url(#b3)"/></g><circle cx="-8" cy="-10" r="5.500" fill="#ffffff"/><path d="M-54 6 Q-8 -40 50 0" stroke="#1c0d12" stroke-width="7" fill="none" stroke-linecap="round"/><path d="M44 -2 Q58 -8 66 -18" stroke="#1c0d12" stroke-width="5" fill="none" stroke-linecap="round"/><path d="M-44 8 Q0 28 44 6" stroke="#7a3b38" stroke-width="2.500" fill="none" opacity="0.7"/><path d="M-60 -46 Q-10 -76 62 -44 Q-8 -62 -60 -46 Z" fill="#2c1416" stroke="#2c1416" stroke-width="6" stroke-linejoin="round"/></g>`;
  return svg(
    width,
    height,
    defs,
    `<rect x="-200" y="-200" width="1600" height="1200" fill="url(#stage)"/>${lamps}
     <path d="M1200 -20 L560 820 L900 820 L1260 200 Z" fill="#ffd9a0" opacity="0.1" filter="url(#b24)"/>
     <path d="M408 420 C380 190 470 70 618 74 C790 78 850 230 826 430 C812 560 872 640 884 812 L360 812 C340 660 424 560 408 420 Z" fill="url(#hair)"/>
     ${strands}
     <path d="M536 500 L532 640 C480 690 330 700 250 812 L1000 812 C940 700 790 690 712 640 L716 500 Z" fill="url(#neck)"/>
     <path d="M250 812 C310 712 420 692 500 668 C560 772 700 772 752 664 C840 690 948 716 1010 812 Z" fill="url(#dress)"/>
     <path d="M500 668 C560 772 700 772 752 664" stroke="#bff0e8" stroke-opacity="0.65" stroke-width="4" fill="none"/>
     <path d="M540 560 Q622 640 712 548 L714 600 Q630 680 536 612 Z" fill="#4a1f2c" opacity="0.5" filter="url(#b9)"/>
     <path d="M456 300 C452 190 520 132 616 132 C716 132 782 196 782 310 C782 430 738 520 690 566 C650 604 594 606 554 570 C500 522 458 420 456 300 Z" fill="url(#skin)"/>
     <path d="M700 190 C770 250 790 400 700 556 C640 600 700 470 708 380 C714 300 716 240 700 190 Z" fill="#6a2c48" opacity="0.42" filter="url(#b9)"/>
     <ellipse cx="526" cy="440" rx="66" ry="50" fill="url(#cheek)"/><ellipse cx="712" cy="438" rx="54" ry="46" fill="url(#cheek)"/>
     <path d="M612 336 C604 390 584 420 586 440 C590 458 612 462 622 460" stroke="#8a4440" stroke-width="4" fill="none" opacity="0.75" filter="url(#b1)"/>
     <path d="M596 330 C590 380 592 410 600 428" stroke="#fff0da" stroke-width="13" fill="none" opacity="0.5" filter="url(#b3)"/>
     <ellipse cx="606" cy="450" rx="10" ry="5" fill="#5c2630" opacity="0.7" filter="url(#b1)"/><ellipse cx="644" cy="450" rx="9" ry="5" fill="#5c2630" opacity="0.7" filter="url(#b1)"/>
     ${eye(540, -1)}${eye(694, 1)}
     <path d="M556 506 C580 490 606 486 622 496 C640 486 668 492 690 506 C664 522 640 514 622 516 C604 514 580 522 556 506 Z" fill="url(#lip)"/>
     <path d="M560 508 C590 522 650 524 688 508 C668 548 648 554 622 554 C596 554 576 544 560 508 Z" fill="url(#lip)"/>
     <path d="M574 509 Q622 524 676 509 Q622 530 574 509 Z" fill="#ffffff"/>
     <ellipse cx="606" cy="538" rx="22" ry="6" fill="#ffc9cf" opacity="0.75" filter="url(#b1)"/>
     <ellipse cx="536" cy="216" rx="76" ry="46" fill="#fff2dc" opacity="0.4" filter="url(#b9)" transform="rotate(-24 536 216)"/>
     <path d="M450 330 C440 190 520 96 628 104 C560 130 498 190 480 330 C476 420 470 520 420 640 C390 560 446 440 450 330 Z" fill="url(#hair)"/>
     <path d="M628 104 C750 104 812 210 800 340 C796 440 812 520 852 640 C780 560 776 440 768 340 C756 220 700 150 628 104 Z" fill="url(#hair)"/>
     <circle cx="452" cy="470" r="15" fill="#ffe7a8"/><circle cx="448" cy="465" r="5" fill="#ffffff"/><circle cx="790" cy="474" r="14" fill="#d9a24e"/><circle cx="786" cy="469" r="4" fill="#fff6e0"/>`,
  );
}

/** Interleaved C, M, Y, K ink of a scene, separated through the public-domain profile inside libvips. */
export async function toCmyk(
  scene: Buffer,
): Promise<{ samples: Uint8Array; width: number; height: number }> {
  const { data, info } = await sharp(scene)
    .flatten({ background: '#ffffff' })
    .toColourspace('cmyk')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { samples: new Uint8Array(data), width: info.width, height: info.height };
}
