import { SETTING_ENDPOINTS, SETTINGS, type SettingName } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { revisionOf } from '../revisions.ts';
import { on } from '../route.ts';
import { keepSetting } from './queries.ts';
import { t } from '../texts/texts.ts';

/** What a shop says of itself once; null where it has said nothing. */
export function settingRoutes(pool: pg.Pool): Router {
  const router = Router();

  for (const name of Object.keys(SETTING_ENDPOINTS) as SettingName[]) {
    // Each has a type of its own, and all are kept alike.
    const { get, put } = SETTING_ENDPOINTS[name as 'spot-names'];

    on(router, get, async (_given, { sendRevision }) => {
      const { rows } = await pool.query<{ data: never }>(
        'select data from setting where name = $1::text',
        [name],
      );
      sendRevision(await revisionOf(pool, 'setting', name));
      return rows[0]?.data ?? null;
    });

    on(router, put, async ({ body }, { actor, basedOn, sendRevision }) => {
      const number = await inTransaction(pool, (db) =>
        keepSetting(db, name, body, { by: actor.name, base: basedOn }),
      );
      sendRevision(number);
      return body;
    });
  }

  router.all('/settings/:name', () => {
    throw new DomainError(
      'SETTING_UNKNOWN',
      t('settings.thereNoSuchSetting', { settings: Object.keys(SETTINGS).join(', ') }),
    );
  });

  return router;
}
