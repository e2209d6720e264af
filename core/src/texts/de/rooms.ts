import { advisor } from './advisor.ts';
import { artwork } from './artwork.ts';
import { care } from './care.ts';
import { cost } from './cost.ts';
import { forms } from './forms.ts';
import { ink } from './ink.ts';
import { layout } from './layout.ts';
import { learning } from './learning.ts';
import { look } from './look.ts';
import { optics } from './optics.ts';
import { plan } from './plan.ts';
import { practice } from './practice.ts';
import { processes } from './processes.ts';
import { queue } from './queue.ts';
import { runsheet } from './runsheet.ts';
import { shop } from './shop.ts';
import { spectrum } from './spectrum.ts';
import { stack } from './stack.ts';
import { stock } from './stock.ts';
import { trips } from './trips.ts';
import { whatif } from './whatif.ts';
import { whitecare } from './whitecare.ts';

/** What comes with the other screens. */
export const rooms = {
  advisor,
  artwork,
  care,
  cost,
  forms,
  ink,
  layout,
  learning,
  look,
  optics,
  plan,
  practice,
  processes,
  queue,
  runsheet,
  shop,
  spectrum,
  stack,
  stock,
  trips,
  whatif,
  whitecare,
};
