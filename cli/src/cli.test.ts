import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PRINTED } from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { kyanos, useScratch } from '../test/kyanos.ts';

const scratch = useScratch();

describe('kyanos demo', () => {
  it('lists every job', () => {
    const listed = kyanos('demo', '--list')
      .stdout.trim()
      .split('\n')
      .map((line) => line.split(' ')[0]);
    expect(listed).toEqual(DEMO_JOBS.map(({ id }) => id));
  });

  // That all of them can be planned stands beside the demo.
  it.each(['night-market', 'kraft-tag'])(
    'writes artwork and plan of %s, ready for plan',
    (name) => {
      const [artwork, plan] = scratch.demo(name);
      const { status, json, stderr } = kyanos(
        'plan',
        artwork,
        '--plan',
        plan,
        '--json',
        '--dpi',
        '72',
      );
      expect([status, stderr]).toEqual([0, '']);
      const report = PRINTED.plan.parse(json());
      // One came from a customer as customers send them.
      const errors = report.findings.filter(({ severity }) => severity === 'error');
      expect(errors.length > 0).toBe(name === 'night-market');
      expect(report.minutes).toBeGreaterThan(0);
    },
  );
});

describe('bad input', () => {
  it.each<[string, string, () => string[]]>([
    ['no command', 'There is no command ""', () => []],
    ['a command there is not', 'There is no command "print"', () => ['print']],
    ['no file', 'Name a file', () => ['inspect']],
    [
      'a file that does not exist',
      'does not exist',
      () => ['inspect', join(scratch.folder, 'none.pdf')],
    ],
    ['a folder', 'is a folder', () => ['inspect', scratch.folder]],
    [
      'not a picture',
      'not a PDF, TIFF, SVG, PNG, JPEG or WebP',
      () => ['inspect', scratch.write('x.pdf', 'hello')],
    ],
    [
      'a resolution out of range',
      '36 to 1200',
      () => ['inspect', scratch.write('y.pdf', '%PDF-'), '--dpi', '9000'],
    ],
    ['an option there is not', "Unknown option '--colour'", () => ['inspect', 'x', '--colour']],
    ['no plan', 'Name a plan file', () => ['plan', scratch.write('z.pdf', 'x')]],
    [
      'a plan that is not JSON',
      'is not JSON',
      () => ['plan', scratch.write('z.pdf', 'x'), '--plan', scratch.write('p.json', '{')],
    ],
    [
      'a plan with a field too many',
      'no field "extra"',
      () => {
        const [artwork, plan] = scratch.demo('kraft-tag');
        const value = JSON.parse(readFileSync(plan, 'utf8')) as object;
        return [
          'plan',
          artwork,
          '--plan',
          scratch.write('extra.json', JSON.stringify({ ...value, extra: 1 })),
        ];
      },
    ],
  ])('%s gets one sentence on standard error and exit code 2', (_, sentence, args) => {
    const { status, stdout, stderr } = kyanos(...args());
    expect([status, stdout]).toEqual([2, '']);
    expect(stderr).toContain(sentence);
    expect(stderr.trim().split('\n')).toHaveLength(1);
  });
});

describe('kyanos schema', () => {
  it('prints JSON Schema of the plan file, of a job’s ticket and of every report', () => {
    const schema = kyanos('schema').json() as Record<string, { properties?: object }>;
    expect(Object.keys(schema)).toEqual([
      'planFile',
      'stateFile',
      'shopFile',
      'jobFile',
      'exercise',
      'jobTicket',
      ...Object.keys(PRINTED),
    ]);
    expect(schema.planFile.properties).toHaveProperty('stack');
    expect(schema.jobTicket.properties).toHaveProperty('trips');
  });
});
