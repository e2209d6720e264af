import type { Endpoint } from '../endpoint.ts';
import { API } from './index.ts';
import { PEOPLE_API } from './people.ts';
import { PRACTICE_API } from './practice.ts';
import { SETTING_ENDPOINTS } from './settings.ts';
import { SHOP_ENDPOINTS } from './shop.ts';

/** All of them, settings and things of the shop included. */
export const ENDPOINTS: Readonly<Record<string, Endpoint>> = {
  ...API,
  ...PRACTICE_API,
  ...PEOPLE_API,
  ...Object.fromEntries(
    Object.entries(SETTING_ENDPOINTS).flatMap(([name, { get, put }]) => [
      [`getSetting-${name}`, get],
      [`putSetting-${name}`, put],
    ]),
  ),
  ...Object.fromEntries(
    Object.entries(SHOP_ENDPOINTS).flatMap(([kind, endpoints]) =>
      Object.entries(endpoints).map(([name, one]) => [`${name}-${kind}`, one]),
    ),
  ),
} as unknown as Readonly<Record<string, Endpoint>>;
