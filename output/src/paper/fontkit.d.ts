/** The part of fontkit that is used here; the package ships no types. */
declare module 'fontkit' {
  export interface Font {
    readonly unitsPerEm: number;
    hasGlyphForCodePoint(point: number): boolean;
    layout(text: string): {
      glyphs: {
        path: {
          commands: {
            command: 'moveTo' | 'lineTo' | 'quadraticCurveTo' | 'bezierCurveTo' | 'closePath';
            args: number[];
          }[];
        };
      }[];
      positions: { xAdvance: number }[];
    };
  }
  export function create(bytes: Uint8Array): Font;
}
