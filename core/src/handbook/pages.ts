/** The pages of the handbook, by their file in docs/handbook, and which of them belongs to what. */
import { PROCEDURE_IDS } from '../care/index.ts';
import { factsOf, HANDBOOK_PAGES, type FindingCode } from '../findings/index.ts';
import { FORM_KINDS } from '../forms/index.ts';
import { MATERIAL_CLASSES } from '../optics/index.ts';
import { CATALOGUE } from '../stack/index.ts';

const STAGE_PAGES = [
  'artwork',
  'material',
  'stack',
  'plates',
  'trips',
  'layout',
  'cost',
  'run-sheet',
] as const;
/** Pages that belong to no finding, beside those of the lists below. */
const MORE_PAGES = [
  'estimating',
  'money-of-white',
  'safety',
  'queue',
  'practice',
  'shop',
  'people',
  'shell',
] as const;

export const PAGE_GROUPS = [
  'stages',
  'topics',
  'stacks',
  'materials',
  'procedures',
  'forms',
  'words',
] as const;
export type PageGroup = (typeof PAGE_GROUPS)[number];

/** Every page, by its group, in the order in which it is listed. */
export const PAGES: Readonly<Record<PageGroup, readonly string[]>> = {
  stages: STAGE_PAGES.map((id) => `stages/${id}`),
  topics: [...HANDBOOK_PAGES, ...MORE_PAGES],
  stacks: CATALOGUE.map(({ id }) => `stacks/${id}`),
  materials: MATERIAL_CLASSES.map((id) => `materials/${id}`),
  procedures: PROCEDURE_IDS.map((id) => `procedures/${id}`),
  forms: FORM_KINDS.map((id) => `forms/${id}`),
  words: ['glossary'],
};

/** Where a finding is explained: page and place on it. */
export const pageOfFinding = (
  code: FindingCode,
): { readonly page: string; readonly at: string } => ({
  page: factsOf(code).page,
  at: code,
});

/** What a screen is explained by; longer names of routes first. */
const SCREENS: readonly (readonly [route: string, page: string])[] = [
  ...STAGE_PAGES.map((id) => [id, `stages/${id}`] as const),
  ['what-if', 'stages/cost'],
  ['queue', 'queue'],
  ['bench', 'stages/run-sheet'],
  ['stock', 'stock'],
  ['care-white', 'money-of-white'],
  ['care', 'care'],
  ['shop-white', 'money-of-white'],
  ['shop-process', 'estimating'],
  ['shop-materials', 'machines-and-materials'],
  ['shop-machines', 'machines-and-materials'],
  ['shop', 'shop'],
  ['practice', 'practice'],
  ['exercise', 'practice'],
  ['certificate', 'practice'],
  ['people', 'people'],
  ['account', 'people'],
  ['keeping', 'people'],
];

/** @param route name of a screen. Returns the page that belongs to it. */
export const pageOfScreen = (route: string): string =>
  SCREENS.find(([name]) => route === name || route.startsWith(`${name}-`))?.[1] ?? 'stages/artwork';
