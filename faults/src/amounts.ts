/** How much is tried: a short share with every `./kyanos test`, all of it with `./kyanos test --faults`. */

export const WHOLE = process.env.KYANOS_FAULTS === 'whole';
/** Of everything that chance decides; KYANOS_SEED repeats what another run did. */
export const SEED = Number(process.env.KYANOS_SEED ?? 1);

/** @param share of CI @param whole of `--faults` */
export const amount = (share: number, whole: number): number => (WHOLE ? whole : share);

export const seconds = (n: number): Promise<void> =>
  new Promise((done) => setTimeout(done, n * 1000));

/** Between two acts of somebody who works while something else is tried: without it they alone take a core. */
export const PACE_S = 0.03;
