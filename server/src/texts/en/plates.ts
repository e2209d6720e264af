export const plates = {
  jobHasNoArtwork: 'The job “{plan}” has no artwork, so it has no plates. Choose another job.',
} as const;
