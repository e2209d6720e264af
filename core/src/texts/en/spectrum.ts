export const spectrum = {
  noReflectanceFoundColour: 'No reflectance was found for the colour Lab {lab}.',
} as const;
