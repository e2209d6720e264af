/** The pallet loading problem by a solver, for small rectangles: an oracle that knows nothing of blocks or bounds. */
import highs from 'highs';

/** The most pieces by a solver: every place a piece can take is a yes or no, and no cell is covered twice. */
export async function bySolver(W: number, H: number, w: number, h: number): Promise<number> {
  const cells = new Map<string, string[]>();
  const names: string[] = [];
  for (const [a, b] of w === h
    ? [[w, h]]
    : [
        [w, h],
        [h, w],
      ])
    for (let x = 0; x + a <= W; x++)
      for (let y = 0; y + b <= H; y++) {
        const name = `p${names.length}`;
        names.push(name);
        for (let i = x; i < x + a; i++)
          for (let k = y; k < y + b; k++)
            cells.set(`${i},${k}`, [...(cells.get(`${i},${k}`) ?? []), name]);
      }
  const rows = [...cells.values()].map((cover, i) => ` c${i}: ${cover.join(' + ')} <= 1`);
  const solver = await highs();
  const solved = solver.solve(
    `Maximize\n obj: ${names.join(' + ')}\nSubject To\n${rows.join('\n')}\nBinary\n ${names.join(' ')}\nEnd`,
  );
  return Math.round(solved.ObjectiveValue);
}
