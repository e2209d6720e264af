/** Ready beginnings: stack, plates and mirroring in one, by names of our own. A shop adds its own. */
import { t } from '../texts/index.ts';
export interface Preset {
  readonly name: string;
  readonly about: string;
  /** Stack with its rules, in the short notation. */
  readonly notation: string;
}

export const PRESETS: readonly Preset[] = [
  {
    get name() {
      return t('stack.brightDarkBoard');
    },
    get about() {
      return t('stack.twoHitsWhiteSnug');
    },
    notation: 'film | Wx2@image(close 0.5mm2 choke 0.2 least 0.3) / CMYK',
  },
  {
    get name() {
      return t('stack.portraitDarkMetal');
    },
    get about() {
      return t('stack.whiteUnderEyesHighlights');
    },
    notation: 'film | W@cleaned(choke 0.2 least 0.3) / CMYK',
  },
  {
    get name() {
      return t('stack.clearLabelTill');
    },
    get about() {
      return t('stack.whiteUnderImageBarcodes');
    },
    notation: 'film | W@image(close 0.5mm2 choke 0.15 least 0.3 add codes(margin 1)) / CMYK',
  },
  {
    get name() {
      return t('stack.paneReadFromOutside');
    },
    get about() {
      return t('stack.mirroredBackWhiteBehind');
    },
    notation: 'W~@image(close 0.5mm2) / CMYK~ | film',
  },
  {
    get name() {
      return t('stack.lightBoxDayNight');
    },
    get about() {
      return t('stack.weakerColourBehindWhole');
    },
    notation: 'film | CMYK60 / W@sheet / CMYK',
  },
  {
    get name() {
      return t('stack.woodGrain');
    },
    get about() {
      return t('stack.white70SoGrain');
    },
    notation: 'film | W70@image(close 0.5mm2 choke 0.2 least 0.3) / CMYK',
  },
  {
    get name() {
      return t('stack.metalShinesWhereBare');
    },
    get about() {
      return t('stack.whiteOnlyWhereArtist');
    },
    notation: 'film | W@art / CMYK',
  },
  {
    get name() {
      return t('stack.pearl');
    },
    get about() {
      return t('stack.silver35UnderImage');
    },
    notation: 'film | S35@image(close 0.5mm2) / CMYK',
  },
];
