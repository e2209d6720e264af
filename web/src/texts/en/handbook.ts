export const handbook = {
  noSuchPage: 'The handbook has no such page. Look for it by words.',
  stages: 'Stages of a job',
  topics: 'What one has to know',
  stacks: 'Stacks',
  materials: 'Materials',
  procedures: 'Procedures',
  forms: 'Test forms',
  words: 'Words',
  pages: 'Pages of the handbook',
  find: 'Find in the handbook',
  nothingFound: 'Nothing of these words.',
} as const;
