export const bench = {
  planChanged: 'The plan was changed meanwhile. Read the sheet again before you go on.',
} as const;
