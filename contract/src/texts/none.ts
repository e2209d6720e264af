/** A browser fetches its language. */
export const others = {};
