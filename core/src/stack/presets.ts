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
      return t('presets.brightDarkBoard');
    },
    get about() {
      return t('presets.twoHitsWhiteSnug');
    },
    notation: 'film | Wx2@image(close 0.5mm2 choke 0.2 least 0.3) / CMYK',
  },
  {
    get name() {
      return t('presets.portraitDarkMetal');
    },
    get about() {
      return t('presets.whiteUnderEyesHighlights');
    },
    notation: 'film | W@cleaned(choke 0.2 least 0.3) / CMYK',
  },
  {
    get name() {
      return t('presets.clearLabelTill');
    },
    get about() {
      return t('presets.whiteUnderImageBarcodes');
    },
    notation: 'film | W@image(close 0.5mm2 choke 0.15 least 0.3 add codes(margin 1)) / CMYK',
  },
  {
    get name() {
      return t('presets.paneReadFromOutside');
    },
    get about() {
      return t('presets.mirroredBackWhiteBehind');
    },
    notation: 'W~@image(close 0.5mm2) / CMYK~ | film',
  },
  {
    get name() {
      return t('presets.lightBoxDayNight');
    },
    get about() {
      return t('presets.weakerColourBehindWhole');
    },
    notation: 'film | CMYK60 / W@sheet / CMYK',
  },
  {
    get name() {
      return t('presets.woodGrain');
    },
    get about() {
      return t('presets.white70SoGrain');
    },
    notation: 'film | W70@image(close 0.5mm2 choke 0.2 least 0.3) / CMYK',
  },
  {
    get name() {
      return t('presets.metalShinesWhereBare');
    },
    get about() {
      return t('presets.whiteOnlyWhereArtist');
    },
    notation: 'film | W@art / CMYK',
  },
  {
    get name() {
      return t('presets.pearl');
    },
    get about() {
      return t('presets.silver35UnderImage');
    },
    notation: 'film | S35@image(close 0.5mm2) / CMYK',
  },
];
