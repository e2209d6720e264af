import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { Machine, MachineStateSchema, ShopSchema } from '../plan.ts';

const params = z.object({ machine: z.string() });

export const getShop = endpoint({
  method: 'GET',
  path: '/shop',
  summary: 'Machines, materials and prices of the shop',
  answer: ShopSchema,
});
export const getMachine = endpoint({
  method: 'GET',
  path: '/shop/machines/{machine}',
  summary: 'A machine as it is now',
  params,
  answer: Machine,
  revised: true,
});
export const saveMachine = endpoint({
  method: 'PUT',
  path: '/shop/machines/{machine}',
  summary: 'Change a machine; jobs keep the one they have',
  params,
  body: Machine,
  answer: Machine,
  revised: true,
});
export const getMachineState = endpoint({
  method: 'GET',
  path: '/shop/machines/{machine}/state',
  summary: 'What is true of a machine today',
  params,
  answer: MachineStateSchema,
  revised: true,
});
export const saveMachineState = endpoint({
  method: 'PUT',
  path: '/shop/machines/{machine}/state',
  summary: 'Say what is true of it today',
  params,
  body: MachineStateSchema,
  answer: MachineStateSchema,
  revised: true,
});
export const listMachineRevisions = endpoint({
  method: 'GET',
  path: '/shop/machines/{machine}/revisions',
  summary: 'Every state that a machine had, the newest first',
  params,
  answer: z.array(z.object({ number: z.int(), savedAt: z.string(), data: z.unknown() })),
});
