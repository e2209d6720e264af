export {
  fitProblems,
  JIG_CARD_MM,
  JIG_PLAY_MM,
  jigOf,
  layoutProblems,
  OVERSIZE_MM,
  oversizeOf,
  type Jig,
} from './check.ts';
export type { Companion } from './gang.ts';
export {
  heldEdges,
  layOut,
  roomOf,
  type Layout,
  type LayoutSettings,
  type Load,
} from './layout.ts';
export { mostBound, mostPieces } from './most.ts';
export {
  piecesIn,
  rectanglesOf,
  turnedSize,
  type PlacedPiece,
  type Rectangle,
  type Strip,
} from './pieces.ts';
