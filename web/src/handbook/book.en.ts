/** The handbook in English, by path. */
export const book: Readonly<Record<string, string>> = import.meta.glob<string>(
  '../../../docs/handbook/**/*.md',
  { query: '?raw', import: 'default', eager: true },
);
