export { ago, dated } from './dates.ts';
export * from './language.ts';
export { speakerOf, type Catalogue, type Speak, type Speaker, type Translated } from './speaker.ts';
export { addCoreTexts, t } from './texts.ts';
