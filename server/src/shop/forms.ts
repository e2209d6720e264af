/** Test forms of a machine: printed, described to an instrument, and read. Nothing is changed here: what a fit says is saved like any other change. */
import { API } from '@kyanos/contract';
import { testForm, writeCgats } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { aside } from '../aside/aside.ts';
import { on } from '../route.ts';
import { inForce, itemById } from './items.ts';
import { machineById } from './queries.ts';

export function formRoutes(pool: pg.Pool): Router {
  const router = Router();

  const subject = async (machineId: string, materialId: string) => ({
    machine: await machineById(pool, machineId),
    material: (await itemById(pool, 'material', materialId)).data,
  });

  on(router, API.getForm, async ({ params: { id, form }, query }, { res }) => {
    const pdf = await aside('form', { kind: form, ...(await subject(id, query.material)) });
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="${form}.pdf"`,
    });
    res.send(Buffer.from(pdf));
  });

  on(router, API.getFormTarget, async ({ params: { id, form }, query }, { res }) => {
    const { machine, material } = await subject(id, query.material);
    const { title, pages } = testForm(form, machine, material);
    const patches = pages.flatMap((page) => page.patches);
    const inks = [...new Set(patches.flatMap((patch) => Object.keys(patch.inks)))];
    const targets = patches.map((patch) => ({
      id: patch.id,
      inks: Object.fromEntries(
        Object.entries(patch.inks).map(([ink, share]) => [ink, share * 100]),
      ),
    }));
    res.set({
      'Content-Type': 'text/plain; charset=utf-8',
      'Content-Disposition': `attachment; filename="${form}.txt"`,
    });
    res.send(writeCgats(`${title}, ${machine.name}`, inks, targets));
  });

  on(router, API.fitForm, async ({ params: { id, form }, body }) => {
    const { data } = await inForce(pool, 'rules');
    const { material: materialId, ...read } = body;
    return aside('fitted', {
      kind: form,
      ...(await subject(id, materialId)),
      rules: data.rules,
      ...read,
    });
  });

  return router;
}
