import { app } from './app.ts';
import { artwork } from './artwork.ts';
import { board } from './board.ts';
import { care } from './care.ts';
import { cost } from './cost.ts';
import { job } from './job.ts';
import { layout } from './layout.ts';
import { look } from './look.ts';
import { material } from './material.ts';
import { plates } from './plates.ts';
import { runsheet } from './runsheet.ts';
import { shared } from './shared.ts';
import { shop } from './shop.ts';
import { stack } from './stack.ts';
import { stock } from './stock.ts';
import { trips } from './trips.ts';

/** German. */
export const de = {
  app,
  artwork,
  board,
  care,
  cost,
  job,
  layout,
  look,
  material,
  plates,
  runsheet,
  shared,
  shop,
  stack,
  stock,
  trips,
};
