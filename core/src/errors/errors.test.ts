import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { DomainError, ERROR_CODES, ERRORS, sentenceOf } from './index.ts';

const root = new URL('../../../', import.meta.url);
const read = (path: string) => readFileSync(new URL(path, root), 'utf8');

describe('the codes of errors', () => {
  it('are those of docs/errors.md, with its statuses and sentences, and no others', () => {
    const told = read('docs/errors.md')
      .split('\n')
      .flatMap((line) => {
        const [, code, status, sentence] = line.split('|').map((cell) => cell.trim());
        return code?.startsWith('`') ? [[code.slice(1, -1), status, sentence]] : [];
      });
    expect(told).toEqual(
      ERROR_CODES.map((code) => [code, `${ERRORS[code].status ?? ''}`, sentenceOf(code)]),
    );
  });

  it('are each used somewhere', () => {
    const source = ROOMS.flatMap((room) =>
      readdirSync(new URL(room, root), { recursive: true, encoding: 'utf8' })
        .filter((path) => /(?<!\.test)\.(ts|vue)$/.test(path) && path !== 'errors/table.ts')
        .map((path) => read(`${room}/${path}`)),
    ).join('\n');
    expect(ERROR_CODES.filter((code) => !source.includes(`'${code}'`))).toEqual([]);
  });

  it('have a sentence of their own, which an error has that says nothing else', () => {
    expect(new DomainError('JOB_UNKNOWN').message).toBe(sentenceOf('JOB_UNKNOWN'));
    for (const code of ERROR_CODES) expect(sentenceOf(code)).toMatch(/\.$/);
  });
});

const ROOMS = ['core/src', 'intake/src', 'contract/src', 'server/src', 'cli/src', 'web/src'];
