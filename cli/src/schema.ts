import {
  ExerciseReport,
  JobFile,
  MachineStateSchema,
  Plan,
  PRINTED,
  ShopFileSchema,
  TicketSchema,
} from '@kyanos/contract';
import { z } from 'zod';

/** JSON Schema of the plan file and of everything that is printed with --json. */
export async function schemaCommand(): Promise<void> {
  const schema = (type: z.ZodType, io: 'input' | 'output') =>
    z.toJSONSchema(type, { io, unrepresentable: 'any' });
  const printed = Object.entries(PRINTED).map(([name, type]) => [name, schema(type, 'output')]);
  const schemas = {
    planFile: schema(Plan, 'input'),
    stateFile: schema(MachineStateSchema, 'input'),
    shopFile: schema(ShopFileSchema, 'input'),
    jobFile: schema(JobFile, 'input'),
    // Plans stand in it many times over: each once, and named.
    exercise: z.toJSONSchema(ExerciseReport, {
      io: 'input',
      unrepresentable: 'any',
      reused: 'ref',
    }),
    jobTicket: schema(TicketSchema, 'output'),
    ...Object.fromEntries(printed),
  };
  console.log(JSON.stringify(schemas, null, 2));
}
