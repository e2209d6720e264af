/** The library's own main file can't be imported by Node; this one can, and has no types beside it. */
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export * from 'maxrects-packer';
}
