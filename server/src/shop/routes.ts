import { API, SHOP_ENDPOINTS, SHOP_KINDS, tryItem, type ShopKind } from '@kyanos/contract';
import type { ShopChange } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { revisionOf, revisions } from '../revisions.ts';
import { on, onOnce } from '../route.ts';
import { itemById, itemsOf, makeItem, saveItem, setStanding } from './items.ts';
import { jobsBehind, takeOverEverywhere } from './behind.ts';
import { previewFile, shopFile, takeFileIn, withId } from './file.ts';
import { nameShop, saveState, shopOf, stateOf } from './queries.ts';

export function shopRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.getShop, () => shopOf(pool));

  on(router, API.nameShop, ({ body: { name } }) => nameShop(pool, name));

  on(router, API.exportShop, ({ query: { machine } }) => shopFile(pool, machine));

  on(router, API.previewShop, ({ body: { file } }) => previewFile(pool, file).then(onWire));

  onOnce(router, pool, API.importShop, async (db, { body: { file } }, { actor }) =>
    onWire(await takeFileIn(db, file, actor.name)),
  );

  on(router, API.listBehind, ({ query: { part, id } }) => jobsBehind(pool, part, id));

  on(router, API.takeOverEverywhere, ({ body: { part, id } }, { actor }) =>
    takeOverEverywhere(pool, part, id, actor.name),
  );

  on(router, API.getMachineState, async ({ params }, { tellRevision }) => {
    const state = await stateOf(pool, params.machine);
    tellRevision(await revisionOf(pool, 'state', params.machine));
    return state;
  });

  on(router, API.saveMachineState, async ({ params, body }, { actor, basedOn, tellRevision }) => {
    tellRevision(await saveState(pool, params.machine, body, actor.name, basedOn));
    return body;
  });

  for (const name of Object.keys(SHOP_KINDS) as ShopKind[]) {
    // Each kind has a type of its own, and all are kept alike.
    const kind = name as 'machine';
    const { list, make, get, save, stand, revisions: history } = SHOP_ENDPOINTS[kind];

    on(router, list, () => itemsOf(pool, kind));

    onOnce(router, pool, make, (db, { body }, { actor }) =>
      makeItem(db, kind, { ...body, data: withId(body.data, body.id) }, { by: actor.name }),
    );

    on(router, get, async ({ params: { id } }, { tellRevision }) => {
      const { data, revision } = await itemById(pool, kind, id);
      tellRevision(revision);
      return data;
    });

    on(router, save, async ({ params: { id }, body }, { actor, basedOn, tellRevision }) => {
      const data = withId(body, id);
      tellRevision(
        await inTransaction(pool, (db) =>
          saveItem(db, kind, id, data, { by: actor.name, base: basedOn }),
        ),
      );
      return data;
    });

    on(router, stand, ({ params: { id }, body: { standing } }) =>
      inTransaction(pool, (db) => setStanding(db, kind, id, standing)),
    );

    on(router, history, async ({ params: { id } }) => {
      await itemById(pool, kind, id);
      return (await revisions(pool, kind, id)).map((one) => ({
        ...one,
        data: tryItem(kind, one.data) ?? null,
      }));
    });
  }

  return router;
}

const onWire = (changes: readonly ShopChange[]) =>
  changes.map((change) => ({ ...change, fields: [...change.fields] }));
