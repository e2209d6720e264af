import { artwork } from './artwork.ts';
import { care } from './care.ts';
import { cost } from './cost.ts';
import { fields } from './fields.ts';
import { handbook } from './handbook.ts';
import { layout } from './layout.ts';
import { look } from './look.ts';
import { material } from './material.ts';
import { people } from './people.ts';
import { plates } from './plates.ts';
import { practice } from './practice.ts';
import { press } from './press.ts';
import { queue } from './queue.ts';
import { runsheet } from './runsheet.ts';
import { shop } from './shop.ts';
import { stack } from './stack.ts';
import { stock } from './stock.ts';
import { trips } from './trips.ts';

/** What every other screen says: it comes with the first of them. */
export const rooms = {
  artwork,
  care,
  cost,
  fields,
  handbook,
  layout,
  look,
  material,
  people,
  plates,
  practice,
  press,
  queue,
  runsheet,
  shop,
  stack,
  stock,
  trips,
} as const;
