export const settings = {
  thereNoSuchSetting: 'There is no such setting. There are {settings}.',
} as const;
