/**
 * Where and how a print is looked at. Illuminance in lx on the viewer's side, luminance in cd/m² of what shines from behind;
 * a perfect diffuser under E lx has a luminance of E/π. Typical figures, from memory, but for the booth of 2000 lx, which is
 * condition P1 of ISO 3664 (from memory).
 */
import { DomainError } from '../errors/index.ts';
import type { Background } from '../optics/index.ts';
import { inEachLanguage, t } from '../texts/index.ts';

export interface Surroundings {
  readonly name: string;
  readonly lux: number;
  readonly behind: number;
  readonly ground: Background;
  /** The print lies on its ground, so that an adhesive joins the two. */
  readonly lying: boolean;
}

const BOOTH = 2000;

export const PLACES = {
  white: {
    get name() {
      return t('look.white');
    },
    lux: BOOTH,
    behind: 0,
    ground: 'white',
    lying: true,
  },
  black: {
    get name() {
      return t('look.black');
    },
    lux: BOOTH,
    behind: 0,
    ground: 'black',
    lying: true,
  },
  wood: {
    get name() {
      return t('look.wood');
    },
    lux: BOOTH,
    behind: 0,
    ground: 'wood',
    lying: true,
  },
  daylight: {
    get name() {
      return t('look.windowDay');
    },
    lux: 10_000,
    behind: 80,
    ground: 'room',
    lying: false,
  },
  night: {
    get name() {
      return t('look.windowNight');
    },
    lux: 10,
    behind: 60,
    ground: 'surroundings',
    lying: false,
  },
  indoors: {
    get name() {
      return t('look.windowFromInside');
    },
    lux: 300,
    behind: 3000,
    ground: 'surroundings',
    lying: false,
  },
  box: {
    get name() {
      return t('look.lightBox');
    },
    lux: 100,
    behind: 400,
    ground: 'opal',
    lying: false,
  },
  'box-off': {
    get name() {
      return t('look.lightBoxOff');
    },
    lux: 500,
    behind: 0,
    ground: 'opal',
    lying: false,
  },
  behind: {
    get name() {
      return t('look.lampBehindOnly');
    },
    lux: 0,
    behind: 640,
    ground: 'nothing',
    lying: false,
  },
  both: {
    get name() {
      return t('look.lampsBothSides');
    },
    lux: BOOTH,
    behind: 640,
    ground: 'nothing',
    lying: false,
  },
} satisfies Record<string, Surroundings>;
export type PlaceName = keyof typeof PLACES;
export const PLACE_NAMES = Object.keys(PLACES) as PlaceName[];

/** Places a plan can name for what lies behind its print. */
export const BACKINGS = ['white', 'black', 'wood', 'daylight', 'night'] as const;
export type Backing = (typeof BACKINGS)[number];

export interface View {
  readonly side: 'front' | 'back';
  readonly place: PlaceName;
  /** Another luminance from behind than is typical of the place, cd/m². */
  readonly behind?: number;
  /** How far the print is tilted into the reflection of the lamp: 0 away from it, as a rule, to 1. */
  readonly glint?: number;
  /** Where in the texture of the material: 0 its even colour, 1 its darkest part. */
  readonly grain?: number;
}

export const surroundingsOf = ({ place, behind }: View): Surroundings => ({
  ...PLACES[place],
  ...(behind !== undefined && { behind }),
});

/** How a job is seen by day and by night, where its plan says so, from the side it is made for. */
export function viewsOf(viewing: {
  readonly side: 'front' | 'back' | 'both';
  readonly light: 'front' | 'behind' | 'both';
  readonly backing: Backing;
}): { readonly day: View; readonly night: View | undefined } {
  const side = viewing.side === 'back' ? 'back' : 'front';
  const night: View = { side, place: 'box' };
  if (viewing.light === 'behind') return { day: night, night: undefined };
  return {
    day: { side, place: viewing.backing },
    night: viewing.light === 'both' ? night : undefined,
  };
}

const hyphened = (words: string) => words.trim().replace(/[\s_]+/g, '-');

/** Words for a view: places by their keys and by their names, and what else an operator says. */
const viewWords = inEachLanguage((): Readonly<Record<string, Partial<View>>> => ({
  front: { side: 'front' },
  back: { side: 'back' },
  ...Object.fromEntries(
    PLACE_NAMES.flatMap((place) => [
      [place, { place }],
      [hyphened(PLACES[place].name.toLowerCase()), { place }],
    ]),
  ),
  day: { place: 'daylight' },
  'day-window': { place: 'daylight' },
  'window-day': { place: 'daylight' },
  'night-window': { place: 'night' },
  'window-night': { place: 'night' },
  inside: { place: 'indoors' },
  'light-box': { place: 'box' },
  lightbox: { place: 'box' },
  'lit-from-behind': { place: 'behind' },
  'from-behind': { place: 'behind' },
  backlit: { place: 'behind' },
  'lit-from-the-front': { place: 'white' },
  'lit-from-front': { place: 'white' },
  'lit-from-both': { place: 'both' },
  'lit-from-both-sides': { place: 'both' },
  tilted: { glint: 1 },
}));

/**
 * A view in words, such as `back, window by night` or `box:800` for a light box of 800 cd/m².
 * @param otherwise what the words leave open
 * @throws DomainError `VIEW_UNKNOWN`
 */
export function parseView(text: string, otherwise: View): View {
  let view = otherwise;
  const meanings = viewWords();
  const phrases = text.toLowerCase().split(/[,+/]/);
  const known = (word: string) => Object.hasOwn(meanings, word.split(':')[0]);
  // Words that make no phrase stand for themselves: "back night".
  const words = phrases.flatMap((phrase) =>
    known(hyphened(phrase)) ? hyphened(phrase) : phrase.trim().split(/\s+/),
  );
  for (const word of words) {
    const [name, luminance] = word.split(':');
    const change = known(word) ? meanings[name] : undefined;
    const behind = Number(luminance);
    if (!change || (luminance !== undefined && !(change.place && behind > 0 && behind <= 100_000)))
      throw new DomainError(
        'VIEW_UNKNOWN',
        t('look.thereNoViewSay', { word, places: PLACE_NAMES.join(', ') }),
        'view',
      );
    view = { ...view, ...change, ...(luminance !== undefined && { behind }) };
  }
  return view;
}
