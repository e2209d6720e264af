import { DEMO_JOBS } from './src/index.ts';
import { openArtwork } from '../intake/src/index.ts';
import { planJob } from '@kyanos/core';
import { writeFileSync } from 'node:fs';
for (const j of DEMO_JOBS) {
  const t = Date.now();
  try {
    const b = await j.draw();
    const f = '/tmp/w/' + j.fileName;
    writeFileSync(f, b);
    const t1 = Date.now();
    const a = await openArtwork(f, { dpi: j.dpi });
    const t2 = Date.now();
    const r = await planJob(j.plan, a);
    console.log(
      j.id,
      b.length,
      'draw',
      t1 - t,
      'open',
      t2 - t1,
      'plan',
      Date.now() - t2,
      a.info.pages
        .map(
          (p) =>
            `${p.widthPx}x${p.heightPx} ${p.widthMm.toFixed(1)} ` +
            p.separations.map((s) => s.name + ':' + (s.coverage * 100).toFixed(1)).join(' ') +
            ' ' +
            p.findings.map((x) => x.code),
        )
        .join(' | '),
    );
    console.log(
      '   ',
      r.notation,
      r.findings.map((x) => x.code + ':' + x.message.slice(0, 60)).join(';'),
      r.plates
        .map(
          (p) =>
            p.key + '=' + (p.coverage * 100).toFixed(1) + ' ov ' + (p.overlapMm2 / 100).toFixed(1),
        )
        .join(' '),
      r.opacity.whole.toFixed(2),
      r.opacity.layers.map((l) => l.lay + l.contrastRatio.toFixed(2)).join(' '),
    );
    if (r.work)
      console.log(
        '    min',
        r.work.minutes.toFixed(0),
        r.work.trips.map((t) => t.minutes.toFixed(1)).join('+'),
        r.work.inks.map((i) => i.channel + i.ml.toFixed(1)).join(' '),
        r.work.cost.total.minor,
        r.work.cost.price.minor,
        r.work.layout.columns,
        r.work.layout.loads.length,
      );
    await a.close();
  } catch (e) {
    console.log(j.id, e);
  }
}
