/** The white ladder: how much a solid hides, and how many drops lie on one another in it. */
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { makeScene, seen } from '../look/index.ts';
import { ASSUMED_DROPS, mostContrast } from '../optics/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { remembered } from '../remembered.ts';
import { D50, spectrumToLab, type Triple } from '../spectrum/index.ts';
import { inkFor, parseStack, type Ink, type Machine } from '../stack/index.ts';
import {
  doubts,
  measuredOn,
  refuse,
  residualOf,
  type FormFit,
  type FormReading,
  type Reading,
} from './reading.ts';
import { decimal, inSentence, t } from '../texts/index.ts';

interface LadderReading extends Reading {
  readonly density: number;
  readonly hits: number;
  readonly backing: 'black' | 'white';
}

/** `W50x1` → half density, one hit. Returns undefined for the name of something else. */
function ladderReading(reading: Reading): LadderReading | undefined {
  const [, density, hits] = /^W(\d{1,3})x(\d{1,2})$/.exec(reading.id) ?? [];
  if (density === undefined) return undefined;
  const backing = reading.backing ?? 'white';
  return { ...reading, density: Number(density), hits: Number(hits), backing };
}

/** A stack without colour asks for none. */
const NO_COLOUR = { roots: [], exponent: 1, tone: [] };
const BARE = [0, 0, 0, 0];

/** How each patch of a ladder would look with other figures of white. */
function ladderLook(
  { machine, material }: FormReading,
  white: Ink,
  patches: readonly LadderReading[],
): Triple[] {
  // By its letter, whatever its key.
  const inks = machine.inks.map((ink) =>
    ink.channel === white.channel ? { ...white, channel: 'W' as const } : ink,
  );
  const scenes = new Map<string, (place: 'black' | 'white') => Triple>();
  const solid = parseStack('film | W@sheet');
  // One scene for all: how its white scatters is worked out once.
  const whole = makeScene({ stack: solid, material, machine: { inks }, process: NO_COLOUR });
  return patches.map(({ density, hits, backing }) => {
    const notation = `film | W${density}x${hits}@sheet`;
    let look = scenes.get(notation);
    if (!look) {
      const stack = parseStack(notation);
      const scene = { ...whole, stack };
      const plates = new Map(plateSpecs(stack).map(({ key }) => [key, 1]));
      const point = { process: { front: BARE, rear: BARE }, plates };
      look = (place) => spectrumToLab(seen(scene, point, { side: 'front', place }), D50);
      scenes.set(notation, look);
    }
    return look(backing);
  });
}

const LEAST_DROPS = 2;
const MOST_DROPS = 60;

/** @throws DomainError `FORM_WRONG` with what is missing */
export function fitWhite(reading: FormReading): FormFit {
  const { machine } = reading;
  const white = inkFor(machine, 'W');
  if (!white) return refuse(t('forms.hasNoWhiteInk', { machine: machine.name }));
  const patches = (reading.readings ?? []).flatMap((one) => ladderReading(one) ?? []);
  const onBlack = patches.filter(({ backing }) => backing === 'black');
  const solids = onBlack.filter(({ density, hits }) => density === 100 && hits === 1);
  const tints = new Set(
    onBlack.filter(({ density }) => density < 100).map(({ density }) => density),
  );
  if (solids.length === 0) return refuse(t('forms.solidBlackMissingPatch'));
  if (tints.size < 2) return refuse(t('forms.leastTwoTintsBlack'));
  const [bare] = ladderLook(reading, { ...white, contrastRatio: 0.05 }, [
    { ...solids[0], density: 1 },
  ]);
  if (bare[0] > 60)
    return refuse(t('forms.tooLightFormWhite', { material: reading.material.name }));

  const inkAt = ([ratio, log]: readonly number[]): Ink => {
    const drops = Math.min(MOST_DROPS, Math.max(LEAST_DROPS, Math.exp(log)));
    const contrastRatio = Math.min(
      Math.max(0.05, ratio),
      Math.min(0.99, mostContrast(drops) - 0.002),
    );
    return { ...white, contrastRatio, drops };
  };
  // The solver asks for the same figures once a patch.
  const looksAt = remembered(8, (...values: number[]) =>
    ladderLook(reading, inkAt(values), patches),
  );
  const { parameterValues } = levenbergMarquardt(
    { x: patches.map((_, i) => i), y: patches.map(({ lightness }) => lightness) },
    (values) => {
      const looks = looksAt(...values);
      return (i) => looks[i][0];
    },
    {
      initialValues: [white.contrastRatio ?? 0.7, Math.log(white.drops ?? ASSUMED_DROPS)],
      gradientDifference: [0.005, 0.05],
      maxIterations: 6,
      errorTolerance: 1e-4,
    },
  );
  const fittedInk = inkAt(parameterValues);
  const next: Ink = {
    ...white,
    contrastRatio: Math.round(fittedInk.contrastRatio! * 1000) / 1000,
    drops: Math.round(fittedInk.drops! * 10) / 10,
  };
  const fitted = ladderLook(reading, next, patches);
  let changed: Machine = {
    ...machine,
    inks: machine.inks.map((ink) => (ink === white ? next : ink)),
  };
  for (const field of ['contrastRatio', 'drops'])
    changed = measuredOn(changed, `inks.${white.channel}.${field}`, reading, 'white-ladder');
  const percent = (share: number) => `${decimal(share * 100, 1)} %`;
  const fit = residualOf(patches, fitted);
  return {
    machine: changed,
    rules: {},
    says: [
      t('forms.solidHides', {
        white: inSentence(white.name),
        contrastRatio: percent(next.contrastRatio!),
        contrastRatio2: percent(white.contrastRatio ?? 0),
      }),
      t('forms.dropsLieOneAnother', {
        drops: next.drops!,
        drops2: white.drops ?? t('forms.assumed', { drops: ASSUMED_DROPS }),
      }),
      ...doubts(fit.residual),
    ],
    ...fit,
  };
}
