export const artwork = {
  artworkHasNoPage: 'The artwork has no page {number}.',
  theArtworkHasNoPage: 'The artwork has no page {page}.',
} as const;
