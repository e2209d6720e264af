export * from './advisor/index.ts';
export * from './artwork/index.ts';
export * from './care/index.ts';
export * from './cost/index.ts';
export * from './errors/index.ts';
export * from './findings/index.ts';
export * from './forms/index.ts';
export * from './ink/index.ts';
export * from './layout/index.ts';
export * from './learning/index.ts';
export * from './look/index.ts';
export * from './optics/index.ts';
export * from './order/index.ts';
export * from './practice/index.ts';
export * from './cut/index.ts';
export * from './handbook/index.ts';
export * from './plan/index.ts';
export * from './plates/index.ts';
export * from './processes/index.ts';
export * from './queue/index.ts';
export * from './raster/index.ts';
export * from './rule/index.ts';
export * from './runsheet/index.ts';
export * from './shop/index.ts';
export * from './spectrum/index.ts';
export * from './stack/index.ts';
export * from './stock/index.ts';
export * from './trips/index.ts';
export * from './units/index.ts';
export * from './whatif/index.ts';
export * from './whitecare/index.ts';
export {
  addCoreTexts,
  ago,
  dated,
  decimal,
  eitherOf,
  grouped,
  inEachLanguage,
  inSentence,
  language,
  LANGUAGE_COOKIE,
  LANGUAGE_NAMES,
  LANGUAGES,
  languageFrom,
  listed,
  LOCALES,
  speakerOf,
  spokenOf,
  type Catalogue,
  type Language,
  type Speak,
  type Speaker,
  type Translated,
} from './texts/index.ts';
