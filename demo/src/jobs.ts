/** The jobs of the invented shop: each an artwork that is drawn here and a plan for it. */
import { parseStack, PLAN_FORMAT, type JobState, type PrintPlan } from '@kyanos/core';
import * as artwork from './art/artwork.ts';
import { pick, SHOP } from './shop.ts';

export interface DemoJob {
  readonly id: string;
  readonly title: string;
  readonly fileName: string;
  /** Resolution at which its plates are made. */
  readonly dpi: number;
  readonly draw: () => Promise<Uint8Array>;
  readonly plan: PrintPlan;
  readonly state: JobState;
  /** Days from the one on which the demo is loaded to when it is due, at three in the afternoon; absent where nobody said. */
  readonly dueDays?: number;
}

interface Wish {
  readonly title: string;
  readonly file: string;
  readonly dpi?: number;
  readonly draw: () => Promise<Uint8Array>;
  readonly material: string;
  readonly machine: string;
  readonly mode: string;
  readonly stack: string;
  readonly copies: number;
  readonly viewing?: Partial<PrintPlan['viewing']>;
  readonly trips?: Partial<PrintPlan['trips']>;
  readonly layout?: Partial<PrintPlan['layout']>;
  readonly artwork?: Partial<PrintPlan['artwork']>;
  readonly lot?: string;
  readonly customer?: string;
  readonly state?: JobState;
  readonly dueDays?: number;
  readonly cutting?: PrintPlan['cutting'];
  readonly extras?: PrintPlan['extras'];
}

const job = (id: string, wish: Wish): DemoJob => ({
  id,
  title: wish.title,
  fileName: wish.file,
  dpi: wish.dpi ?? 200,
  draw: wish.draw,
  state: wish.state ?? 'quoted',
  ...(wish.dueDays !== undefined && { dueDays: wish.dueDays }),
  plan: {
    format: PLAN_FORMAT,
    name: wish.title,
    artwork: { page: 1, rearPage: null, names: {}, overprint: [], ...wish.artwork },
    viewing: { side: 'front', light: 'front', backing: 'white', ...wish.viewing },
    material: pick(SHOP.materials, wish.material),
    lot: wish.lot ?? '',
    machine: pick(SHOP.machines, wish.machine),
    modeId: wish.mode,
    stack: parseStack(wish.stack),
    layout: { copies: wish.copies, gap: 4, margin: 10, turned: false, ...wish.layout },
    trips: { split: 'together', waitMinutes: 0, testPrint: true, ...wish.trips },
    prices: SHOP.prices,
    laminated: false,
    ...(wish.customer !== undefined && { customer: wish.customer }),
    ...(wish.cutting && { cutting: wish.cutting }),
    ...(wish.extras && { extras: wish.extras }),
  },
});

export const DEMO_JOBS: readonly DemoJob[] = [
  job('orchard-label', {
    title: 'Orchard cordial, clear label',
    file: 'orchard-label.pdf',
    dpi: 300,
    draw: artwork.orchardLabel,
    material: 'clear-label',
    machine: 'label-3',
    mode: 'label-fine',
    stack: 'film | W@art / CMYK+S@art',
    copies: 240,
    state: 'accepted',
    dueDays: 2,
    viewing: { backing: 'wood' },
    layout: { gap: 3 },
    lot: 'CL-2609-B',
    customer: 'The orchard at Low Meadow',
    extras: [
      { name: 'Slitting and rewinding', kind: 'finishing', minutes: 12, minor: 0, per: 'job' },
    ],
  }),
  job('portrait-board', {
    title: 'Stage portrait on black board',
    file: 'stage-portrait.png',
    draw: artwork.portraitPicture,
    material: 'black-board',
    machine: 'flatbed-2',
    mode: 'board',
    stack: 'film | Wx2@image(choke 0.15) / CMYK',
    copies: 6,
  }),
  job('harbour-lightbox', {
    title: 'Harbour at dusk, light box',
    file: 'harbour-dusk.jpg',
    draw: artwork.harbourPicture,
    material: 'backlit-film',
    machine: 'roll-1',
    mode: 'fine',
    stack: 'film | CMYK60 / W@sheet / CMYK',
    copies: 2,
    state: 'ready',
    dueDays: 1,
    viewing: { light: 'both' },
    lot: 'BF-2608-1',
  }),
  job('hanging-sign', {
    title: 'Hanging sign, two pictures',
    file: 'hanging-sign.pdf',
    dpi: 150,
    draw: artwork.hangingSign,
    material: 'clear-acrylic',
    machine: 'flatbed-2',
    mode: 'many-layers',
    stack: 'film | CMYK:rear~ / Wx2:rear~@image / B@image / Wx2@image / CMYK',
    copies: 2,
    artwork: { rearPage: 2 },
    viewing: { side: 'both' },
    extras: [
      { name: 'Drilling and polishing edges', kind: 'labour', minutes: 9, minor: 0, per: 'piece' },
      { name: 'Chain and hooks', kind: 'part', minutes: 0, minor: 640, per: 'piece' },
    ],
  }),
  job('cafe-window', {
    title: 'Café window, read from the street',
    file: 'cafe-window.pdf',
    dpi: 150,
    draw: artwork.cafeWindow,
    material: 'clear-film',
    machine: 'roll-1',
    mode: 'careful-white',
    stack: 'W~@image / CMYK~ | film',
    copies: 2,
    state: 'accepted',
    dueDays: 3,
    viewing: { backing: 'daylight' },
    trips: { split: 'apart', waitMinutes: 15 },
    lot: 'CW-2607-4',
  }),
  job('kraft-tag', {
    title: 'Kraft tag with white accents',
    file: 'kraft-tag.pdf',
    dpi: 300,
    draw: artwork.kraftTag,
    material: 'kraft-label',
    machine: 'label-3',
    mode: 'label-fine',
    stack: 'film | W@art+CMYK',
    copies: 120,
    state: 'done',
    dueDays: 0,
    layout: { gap: 3 },
  }),
  job('pearl-menu', {
    title: 'Pearl menu card',
    file: 'pearl-menu.pdf',
    draw: artwork.pearlMenu,
    material: 'pearl-card',
    machine: 'label-3',
    mode: 'label-fine',
    stack: 'film | S35@image / CMYK',
    copies: 24,
    trips: { split: 'apart', waitMinutes: 5 },
  }),
  job('brushed-plate', {
    title: 'Door plate, metal shining through',
    file: 'door-plate.pdf',
    draw: artwork.doorPlate,
    material: 'brushed-metal',
    machine: 'flatbed-2',
    mode: 'board',
    stack: 'film | CMYK',
    copies: 12,
    state: 'ready',
    dueDays: 1,
    layout: { grain: 'sideways' },
    extras: [{ name: 'Stand-offs, four', kind: 'part', minutes: 0, minor: 250, per: 'piece' }],
  }),
  job('night-market', {
    title: 'Night market poster, as it came',
    file: 'night-market.pdf',
    draw: artwork.nightMarket,
    material: 'black-board',
    machine: 'flatbed-2',
    mode: 'board',
    stack: 'film | W@art / CMYK',
    copies: 10,
  }),
  job('privacy-band', {
    title: 'Privacy band, white only',
    file: 'privacy-band.pdf',
    dpi: 150,
    draw: artwork.privacyBand,
    material: 'clear-film',
    machine: 'roll-1',
    mode: 'fine',
    stack: 'film | W70@art',
    copies: 3,
    state: 'accepted',
    dueDays: 5,
    viewing: { backing: 'daylight' },
    artwork: { names: { white: 'W' } },
    lot: 'CW-2607-4',
  }),
  job('fruit-card', {
    title: 'Fruit card, gloss on midnight blue',
    file: 'fruit-card.tif',
    draw: artwork.fruitCard,
    material: 'midnight-card',
    machine: 'flatbed-2',
    mode: 'board',
    stack: 'film | W@image(choke 0.15) / CMYK / V@art',
    copies: 18,
    artwork: { names: { Gloss: 'V' } },
  }),
];
