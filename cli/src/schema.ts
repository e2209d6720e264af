import { BenchReport, InspectReport, Plan, PlanReport, PlatesReport } from '@kyanos/contract';
import { z } from 'zod';
import { printJson } from './usage.ts';

/** JSON Schema of the plan file and of everything that is printed with --json. */
export async function schemaCommand(): Promise<void> {
  const schema = (type: z.ZodType, io: 'input' | 'output') =>
    z.toJSONSchema(type, { io, unrepresentable: 'any' });
  printJson({
    planFile: schema(Plan, 'input'),
    inspect: schema(InspectReport, 'output'),
    plan: schema(PlanReport, 'output'),
    plates: schema(PlatesReport, 'output'),
    bench: schema(BenchReport, 'output'),
  });
}
