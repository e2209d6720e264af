/** What is used of a library that brings no types. */
declare module 'jstat' {
  interface Distribution {
    /** Quantile. @param p 0 to 1 */
    inv(p: number, ...parameters: number[]): number;
  }
  const jstat: { readonly studentt: Distribution; readonly normal: Distribution };
  export default jstat;
}
