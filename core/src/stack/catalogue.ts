/** The stacks of the trade, written in the notation. A shop can add its own the same way. */
import { parseStack } from './notation.ts';
import type { Stack } from './stack.ts';
import { t } from '../texts/index.ts';

export interface CatalogueEntry {
  readonly id: string;
  readonly name: string;
  readonly notation: string;
  /** What it is chosen for. */
  readonly use: string;
  /** The one thing to watch. */
  readonly watch: string;
  /** Whether the finished print is read through the material. */
  readonly secondSurface: boolean;
}

export const CATALOGUE: readonly CatalogueEntry[] = [
  {
    id: 'colour-only',
    get name() {
      return t('stack.colourOnly');
    },
    notation: 'film | CMYK',
    get use() {
      return t('stack.whiteMediaWantedMetal');
    },
    get watch() {
      return t('stack.dullDarkMetallicMaterial');
    },
    secondSurface: false,
  },
  {
    id: 'white-only',
    get name() {
      return t('stack.whiteOnly');
    },
    notation: 'film | W@art',
    get use() {
      return t('stack.clingsPrivacyFilmDark');
    },
    get watch() {
      return t('stack.paperWhitePartsPicture');
    },
    secondSurface: false,
  },
  {
    id: 'beside',
    get name() {
      return t('stack.whiteBesideColour');
    },
    notation: 'film | W@art+CMYK',
    get use() {
      return t('stack.accentsWoodMetalKraft');
    },
    get watch() {
      return t('stack.whiteColourMustNot');
    },
    secondSurface: false,
  },
  {
    id: 'under',
    get name() {
      return t('stack.whiteUnderColour');
    },
    notation: 'film | W@image(choke 0.2) / CMYK',
    get use() {
      return t('stack.darkColouredMetallicMaterial');
    },
    get watch() {
      return t('stack.whiteNeedNotEdge');
    },
    secondSurface: false,
  },
  {
    id: 'over',
    get name() {
      return t('stack.whiteOverColourRead');
    },
    notation: 'W~@sheet / CMYK~ | film',
    get use() {
      return t('stack.clearMaterialSeenFrom');
    },
    get watch() {
      return t('stack.printedMirroredBack');
    },
    secondSurface: true,
  },
  {
    id: 'three-layer',
    get name() {
      return t('stack.threeLayersDayNight');
    },
    notation: 'film | CMYK60 / W@sheet / CMYK',
    get use() {
      return t('stack.lightBoxesSeenDay');
    },
    get watch() {
      return t('stack.hiddenColourLaidWeaker');
    },
    secondSurface: false,
  },
  {
    id: 'five-layer',
    get name() {
      return t('stack.fiveLayersTwoPictures');
    },
    notation: 'film | CMYK:rear~ / W:rear~@image / B@image / W@image / CMYK',
    get use() {
      return t('stack.twoDifferentPicturesClear');
    },
    get watch() {
      return t('stack.verySlowFewPrinters');
    },
    secondSurface: false,
  },
  {
    id: 'double',
    get name() {
      return t('stack.frontBackOneSheet');
    },
    notation: 'W~@image / CMYK~ | film | CMYK',
    get use() {
      return t('stack.clearSheetsAcrylicDepth');
    },
    get watch() {
      return t('stack.twoSidesTurnSheet');
    },
    secondSurface: false,
  },
  {
    id: 'silver-spot',
    get name() {
      return t('stack.silverBesideColour');
    },
    notation: 'film | CMYK+S@art',
    get use() {
      return t('stack.logosRulesMetalArtist');
    },
    get watch() {
      return t('stack.silverColourShareLayer');
    },
    secondSurface: false,
  },
  {
    id: 'silver-under',
    get name() {
      return t('stack.silverUnderColour');
    },
    notation: 'film | S35@image / CMYK',
    get use() {
      return t('stack.pearlEffectClearWhite');
    },
    get watch() {
      return t('stack.silver3040Never');
    },
    secondSurface: false,
  },
  {
    id: 'silver-white',
    get name() {
      return t('stack.whiteThenColourSilver');
    },
    notation: 'film | W@image(choke 0.2) / CMYK+S@art',
    get use() {
      return t('stack.labelsClearMetallicAccents');
    },
    get watch() {
      return t('stack.silverColourShareLayer');
    },
    secondSurface: false,
  },
  {
    id: 'clear-on-top',
    get name() {
      return t('stack.clearTop');
    },
    notation: 'film | W@image(choke 0.2) / CMYK / V@art',
    get use() {
      return t('stack.glossEffectsRaisedAccents');
    },
    get watch() {
      return t('stack.skipClearWhenPrint');
    },
    secondSurface: false,
  },
  {
    id: 'clear-texture',
    get name() {
      return t('stack.clearTexture');
    },
    notation: 'film | W@image(choke 0.2) / CMYK / Vx3@art',
    get use() {
      return t('stack.raisedPatternsFeltSeveral');
    },
    get watch() {
      return t('stack.everyHitClearTakes');
    },
    secondSurface: false,
  },
];

export const catalogueStack = (id: string): Stack | undefined => {
  const entry = CATALOGUE.find((candidate) => candidate.id === id);
  return entry && parseStack(entry.notation);
};
