import { artwork } from './artwork.ts';
import { aside } from './aside.ts';
import { bench } from './bench.ts';
import { care } from './care.ts';
import { files } from './files.ts';
import { jobs } from './jobs.ts';
import { people } from './people.ts';
import { plates } from './plates.ts';
import { practice } from './practice.ts';
import { press } from './press.ts';
import { queue } from './queue.ts';
import { reports } from './reports.ts';
import { settings } from './settings.ts';
import { shared } from './shared.ts';
import { shop } from './shop.ts';
import { stock } from './stock.ts';

/** German. */
export const de = {
  press,
  queue,
  artwork,
  aside,
  bench,
  care,
  files,
  jobs,
  people,
  plates,
  practice,
  reports,
  settings,
  shared,
  shop,
  stock,
};
