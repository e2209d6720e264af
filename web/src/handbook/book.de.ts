/** The handbook in German, by path. */
export const book: Readonly<Record<string, string>> = import.meta.glob<string>(
  '../../../docs/handbuch/**/*.md',
  { query: '?raw', import: 'default', eager: true },
);
