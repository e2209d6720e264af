import { API, SHOP_ENDPOINTS, SHOP_KINDS, tryItem, type ShopKind } from '@kyanos/contract';
import { DomainError, type MachineState, type ShopChange } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { floorFor, stateOf, recordState } from '../floor.ts';
import { revisions } from '../revisions.ts';
import { on, onOnce } from '../route.ts';
import { itemById, itemsOf, lockShop, makeItem, saveItem, setStanding } from './items.ts';
import { jobsBehind, takeOverEverywhere } from './behind.ts';
import { previewFile, shopFile, takeFileIn, withId } from './file.ts';
import { machineById, nameShop, shopOf } from './queries.ts';

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

  on(router, API.getMachineState, async ({ params, query }, { sendRevision }) => {
    const machine = await machineById(pool, params.machine);
    const { state, revision } =
      query.material === undefined
        ? await stateOf(pool, machine)
        : await floorFor(pool, machine, query.material, query.job);
    sendRevision(revision);
    return onWireState(state);
  });

  on(router, API.saveMachineState, ({ params, body }, { actor, basedOn, sendRevision }) =>
    inTransaction(pool, async (db) => {
      await lockShop(db);
      const machine = await machineById(db, params.machine);
      const { revision } = await stateOf(db, machine);
      if (basedOn !== undefined && basedOn !== revision) throw new DomainError('STATE_CONFLICT');
      await recordState(db, machine, body, { by: actor.name });
      const now = await stateOf(db, machine);
      sendRevision(now.revision);
      return onWireState(now.state);
    }),
  );

  for (const name of Object.keys(SHOP_KINDS) as ShopKind[]) {
    // Each kind has a type of its own, and all are kept alike.
    const kind = name as 'machine';
    const { list, make, get, save, stand, revisions: history } = SHOP_ENDPOINTS[kind];

    on(router, list, () => itemsOf(pool, kind));

    onOnce(router, pool, make, (db, { body }, { actor }) =>
      makeItem(db, kind, { ...body, data: withId(body.data, body.id) }, { by: actor.name }),
    );

    on(router, get, async ({ params: { id } }, { sendRevision }) => {
      const { data, revision } = await itemById(pool, kind, id);
      sendRevision(revision);
      return data;
    });

    on(router, save, async ({ params: { id }, body }, { actor, basedOn, sendRevision }) => {
      const data = withId(body, id);
      sendRevision(
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

/** Lists as the wire has them. */
const onWireState = ({ shelf, due, out, ...state }: MachineState) => ({
  ...state,
  ...(out && { out: [...out] }),
  ...(shelf && { shelf: { ...shelf, lots: shelf.lots.map((lot) => ({ ...lot })) } }),
  ...(due && { due: due.map((one) => ({ ...one })) }),
});

const onWire = (changes: readonly ShopChange[]) =>
  changes.map((change) => ({ ...change, fields: [...change.fields] }));
