import { errors } from './errors.ts';
import { presets } from './presets.ts';
import { rule } from './rule.ts';
import { units } from './units.ts';

/** What the first screen of the browser needs of the core. */
export const first = { errors, presets, rule, units } as const;
