export const shop = {
  somebodySavedMeanwhileOpen: 'Somebody saved it meanwhile. Open it and take it over there.',
  takenFromFile: 'taken in from a file',
  inkChanged: 'the ink {product} changed',
} as const;
