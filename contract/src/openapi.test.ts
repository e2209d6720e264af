import { readdirSync, readFileSync } from 'node:fs';
import { Validator } from '@seriousme/openapi-schema-validator';
import { DEMO_JOBS, SHOP } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { addressOf, API, ENDPOINTS, encodePlan, openApi } from './index.ts';

const made = openApi('1.2.3') as {
  readonly openapi: string;
  readonly paths: Readonly<
    Record<string, Readonly<Record<string, { readonly operationId: string }>>>
  >;
};

describe('the OpenAPI document', () => {
  it('is valid by the specification’s own schema', async () => {
    expect(await new Validator().validate(structuredClone(made))).toMatchObject({ valid: true });
  });

  it('has every endpoint once, under a name of its own', () => {
    const told = Object.values(made.paths).flatMap((methods) =>
      Object.values(methods).map(({ operationId }) => operationId),
    );
    expect(told.sort()).toEqual(Object.keys(ENDPOINTS).sort());
  });
});

describe('an endpoint', () => {
  it('carries a demo job there and back', () => {
    const [{ plan }] = DEMO_JOBS;
    const sent = z.encode(API.makeJob.body!, {
      plan: plan as never,
      artworkId: null,
    });
    expect(JSON.parse(JSON.stringify(sent))).toMatchObject({ plan: encodePlan(plan) });
    expect(API.makeJob.body!.parse(sent).plan).toEqual(plan);
    expect(API.getShop.answer.parse(JSON.parse(JSON.stringify(SHOP)))).toEqual(SHOP);
  });

  it('has its parameters put in its address, whatever they hold', () => {
    expect(addressOf(API.getMachineState, { machine: 'a/b c' })).toBe(
      '/shop/machines/a%2Fb%20c/state',
    );
    expect(addressOf(API.listJobs, {}, { search: 'silver & white', limit: undefined })).toBe(
      '/jobs?search=silver+%26+white',
    );
  });

  it('is called by its name alone: no address is written out in the browser', () => {
    const folder = new URL('../../web/src/', import.meta.url);
    const written = readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter((path) => /(?<!\.test)\.(ts|vue)$/.test(path))
      .filter((path) => /\/api\/\w|fetch\(`/.test(readFileSync(new URL(path, folder), 'utf8')));
    // The one place that calls.
    expect(written).toEqual(['shared/api.ts']);
  });
});
