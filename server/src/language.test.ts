/** Whoever asks is answered in their own language. */
import { execFileSync } from 'node:child_process';
import type { ArtworkSummary, Problem } from '@kyanos/contract';
import type { Shop } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { useServer } from '../test/served.ts';

const served = useServer();
const NOWHERE = '/jobs/00000000-0000-4000-8000-000000000000';
const refusal = async (headers: Record<string, string>) =>
  (await served.call<Problem>('GET', NOWHERE, undefined, headers)).body.message;

describe('a refusal', () => {
  it('is said in the language that was chosen, else in the first of the browser that is spoken', async () => {
    expect(await refusal({})).toMatch(/^There is no such job/);
    expect(await refusal({ 'Accept-Language': 'fr, de-CH;q=0.8, en;q=0.5' })).toMatch(
      /^Diesen Auftrag gibt es nicht/,
    );
    expect(
      await refusal({ 'Accept-Language': 'de', Cookie: 'other=1; kyanos-language=en' }),
    ).toMatch(/^There is no such job/);
  });

  it('is its own, whatever language is spoken beside it', async () => {
    const said = await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        refusal({ Cookie: `kyanos-language=${i % 2 ? 'de' : 'en'}` }),
      ),
    );
    for (const [i, message] of said.entries())
      expect(message).toMatch(i % 2 ? /^Diesen/ : /^There is/);
  });

  it('of a body names the field in that language', async () => {
    const { body } = await served.call<Problem>(
      'POST',
      '/jobs',
      { plan: { name: 3 } },
      { Cookie: 'kyanos-language=de' },
    );
    expect(body.message).toMatch(/^(Etwas stimmt nicht mit|Ein Feld) /);
  });

  it('of work in the background is kept in the language of whoever asked for it', async () => {
    const file = await served.upload(new TextEncoder().encode('%PDF-1.7\nno more of it'));
    const { body } = await served.call<ArtworkSummary>(
      'POST',
      '/artworks',
      { fileId: file.body.id, fileName: 'broken.pdf', dpi: 300 },
      { Cookie: 'kyanos-language=de' },
    );
    const ended = await served.until<ArtworkSummary>(`/artworks/${body.id}`);
    expect(ended.problem?.message).toMatch(/^Die PDF ist beschädigt/);
  });
});

describe('a paper', () => {
  it('is written in the language of whoever asks for it, each time it is asked for', async () => {
    const { body: shop } = await served.call<Shop>('GET', '/shop');
    const material = shop.materials.find((one) => one.class === 'clear')!;
    const form = `${served.base}/shop/machines/${shop.machines[0].id}/forms/white-ladder.pdf?material=${material.id}`;
    const textIn = async (language: string) => {
      const sent = await fetch(form, { headers: { Cookie: `kyanos-language=${language}` } });
      return execFileSync('pdftotext', ['-layout', '-', '-'], {
        input: Buffer.from(await sent.arrayBuffer()),
      }).toString();
    };
    expect(await textIn('de')).toMatch(/Weißleiter: wie es gedruckt und abgelesen wird/);
    expect(await textIn('en')).toMatch(/White ladder: how it is printed and read/);
    expect(await textIn('de')).toMatch(/Vorsicht: /);
  });
});
