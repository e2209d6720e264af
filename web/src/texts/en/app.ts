export const app = {
  kyanosBoard: 'Kyanos: to the board',
  rooms: 'Rooms',
  find: 'Find',
  lengthsChange: 'Lengths in {units}. Change',
  darkTheme: 'Dark theme',
  lightTheme: 'Light theme',
  keyboardShortcuts: 'Keyboard shortcuts',
  jobs: 'Jobs',
  stock: 'Stock',
  care: 'Care',
  shop: 'Shop',
  languageChange: 'Language of the screens. Change',
} as const;
