import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { SETTINGS, type SettingName } from '../settings.ts';

/** Where a setting is read and changed. Null: the shop has said nothing yet. */
function settingAt<S extends z.ZodType>(name: SettingName, schema: S) {
  const path = `/settings/${name}`;
  return {
    get: endpoint({
      method: 'GET',
      path,
      summary: `What the shop says once: ${name}`,
      answer: schema.nullable(),
      revised: true,
    }),
    put: endpoint({
      method: 'PUT',
      path,
      summary: `Say it anew: ${name}`,
      body: schema,
      answer: schema,
      revised: true,
    }),
  };
}

export const SETTING_ENDPOINTS = {
  keeping: settingAt('keeping', SETTINGS.keeping),
  hours: settingAt('hours', SETTINGS.hours),
  queue: settingAt('queue', SETTINGS.queue),
  printers: settingAt('printers', SETTINGS.printers),
  supply: settingAt('supply', SETTINGS.supply),
  floor: settingAt('floor', SETTINGS.floor),
  processes: settingAt('processes', SETTINGS.processes),
  'white-use': settingAt('white-use', SETTINGS['white-use']),
  'spot-names': settingAt('spot-names', SETTINGS['spot-names']),
} as const satisfies Readonly<Record<SettingName, unknown>>;

/** What a setting holds, as the program has it. */
export type SettingValue<N extends SettingName> = z.output<(typeof SETTINGS)[N]>;
