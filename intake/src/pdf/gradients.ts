/**
 * Axial gradients in steps that no plate can distinguish from what is smooth. Ghostscript works a smooth gradient out pixel by pixel: on a
 * sheet of 600 × 900 mm that takes five times as long as everything else together. What is one colour it fills at once.
 */
import { functionParts, functionStreams, makeFunction, type PdfFunction } from './functions.ts';
import {
  isDict,
  isList,
  type PdfDict,
  type PdfObjects,
  type PdfValue,
  MAX_NESTING,
} from './objects.ts';
import { put, type Patch } from './patch.ts';

/** A colour changes by no more within a step: less than a 255th, so that its middle is no further off than rounding is. */
const STEP = 1 / 320;
/** Samples lie no further apart in colour, or it jumps there. */
const FINE = STEP / 2;
/** Of its length: a jump is found as exactly. */
const EXACT = 2 ** -20;
/** Where samples begin: no power of two, as the interpreter halves gradients too and would meet the edge of a step each time. */
const INTERVALS = 331;
/** A gradient of more is left as it is. */
const MOST_STEPS = 2048;
/** Colourants of one space. Source: ISO 32000-1, annex C. */
const MOST_INKS = 32;
/** As many as a document is worth. */
const MOST_GRADIENTS = 32;

interface Sample {
  readonly at: number;
  readonly colour: readonly number[];
}

/** A colour, and where it ends. */
export interface Step {
  readonly to: number;
  readonly colour: readonly number[];
}

/** The same document with its axial gradients in steps. @param begin what is changed already */
export async function steppedGradients(objects: PdfObjects, begin: Patch): Promise<Patch> {
  const patch: Patch = new Map(begin);
  const now = objects.all.map(([reference, original]) => {
    const entry = patch.get(reference);
    if (!entry) return [reference, original] as const;
    return [reference, 'stream' in entry ? entry.stream.dict : entry.value] as const;
  });
  const found = new Map<string, PdfDict>();
  for (const [, value] of now)
    exchanged(value, (dict) => {
      if (isAxial(objects, dict)) found.set(keyOf(dict), dict);
      return undefined;
    });
  if (found.size === 0 || found.size > MOST_GRADIENTS) return patch;
  const wanted = [...found.values()].flatMap((shading) =>
    functionsOf(objects, shading).flatMap((one) => functionStreams(objects, one)),
  );
  const streams = wanted.length > 0 ? await objects.streams(wanted) : new Map<string, Uint8Array>();
  const stepped = new Map<string, PdfDict>();
  for (const [key, shading] of found) {
    const steps = stepsOf(objects, shading, streams);
    if (steps) stepped.set(key, { ...shading, '/Function': steps });
  }
  if (stepped.size === 0) return patch;
  for (const [reference, value] of now) {
    const next = exchanged(value, (dict) =>
      isAxial(objects, dict) ? stepped.get(keyOf(dict)) : undefined,
    );
    if (next === value) continue;
    if (isDict(next)) put(objects, patch, reference, next);
    else patch.set(reference, { value: next });
  }
  return patch;
}

const keyOf = (shading: PdfDict): string => JSON.stringify(shading);

/** Source: ISO 32000-2, 8.7.4.5.3 (shadings of type 2 are axial). Components of Lab have other ranges. */
const isAxial = (objects: PdfObjects, value: PdfDict): boolean =>
  objects.resolve(value['/ShadingType']) === 2 &&
  value['/Function'] !== undefined &&
  objects.name(objects.list(value['/ColorSpace'])[0]) !== 'Lab';

/** A value in which some dictionaries are others; itself where none is. */
function exchanged(
  value: PdfValue,
  other: (dict: PdfDict) => PdfDict | undefined,
  depth = 0,
): PdfValue {
  if (depth > MAX_NESTING) return value;
  if (isList(value)) {
    const next = value.map((entry) => exchanged(entry, other, depth + 1));
    return next.some((entry, i) => entry !== value[i]) ? next : value;
  }
  if (!isDict(value)) return value;
  const own = other(value);
  if (own) return own;
  let next: Record<string, PdfValue | undefined> | undefined;
  for (const [key, entry] of Object.entries(value)) {
    if (entry === undefined) continue;
    const becomes = exchanged(entry, other, depth + 1);
    if (becomes !== entry) (next ??= { ...value })[key] = becomes;
  }
  return next ?? value;
}

/** One function of all components, or one for each. */
function functionsOf(objects: PdfObjects, shading: PdfDict): readonly PdfValue[] {
  const own = shading['/Function'] ?? null;
  const resolved = objects.resolve(own);
  return isList(resolved) ? resolved : [own];
}

/** A calculator may take long, and jump anywhere. */
const isTame = (objects: PdfObjects, value: PdfValue): boolean =>
  functionParts(objects, value).every((part) => objects.dict(part)['/FunctionType'] !== 4);

/** The function of a gradient's colours in steps; undefined where it can't be evaluated, or has too many. */
function stepsOf(
  objects: PdfObjects,
  shading: PdfDict,
  streams: ReadonlyMap<string, Uint8Array>,
): PdfDict | undefined {
  const own = functionsOf(objects, shading);
  if (own.length > MOST_INKS || !own.every((one) => isTame(objects, one))) return undefined;
  const parts = own.map((one) => makeFunction(objects, one, streams));
  if (parts.some((part) => !part)) return undefined;
  const colour: PdfFunction = (input) =>
    (parts as PdfFunction[]).flatMap((part) => [...part(input)]);
  const [low = 0, high = 1] = objects.numbers(shading['/Domain']);
  // Numbers of a PDF have no exponent: places are written to a millionth.
  if (!(high - low >= 0.1 && high - low <= 1000)) return undefined;
  const steps = gradientSteps((at) => colour([at]), low, high);
  if (!steps) return undefined;
  const written = steps.map(({ to, colour: ink }) => ({ to: decimal(to), ink: ink.map(decimal) }));
  // What is narrower than a millionth is none.
  const kept = written.filter(({ to }, i) => to > (i === 0 ? low : written[i - 1].to));
  return {
    '/FunctionType': 3,
    '/Domain': [low, high],
    '/Functions': kept.map(({ ink }) => ({
      '/FunctionType': 2,
      '/Domain': [0, 1],
      '/C0': ink,
      '/C1': ink,
      '/N': 1,
    })),
    '/Bounds': kept.slice(0, -1).map(({ to }) => to),
    '/Encode': kept.flatMap(() => [0, 1]),
  };
}

const decimal = (value: number): number => Number(value.toFixed(6));

/**
 * A gradient in steps within which no component changes by more than {@link STEP}. What is even stays so, and both ends have their
 * own colour, as it may go on beyond them.
 * @returns undefined if they are too many, or some colour is no number
 */
export function gradientSteps(
  colour: (at: number) => readonly number[],
  low: number,
  high: number,
): Step[] | undefined {
  const samples = sampled(colour, low, high);
  if (!samples) return undefined;
  const steps: Step[] = [];
  let first = 0;
  while (first < samples.length - 1) {
    const least = [...samples[first].colour];
    const most = [...least];
    const even = apart(samples[first].colour, samples[first + 1].colour) === 0;
    let last = first;
    while (last < samples.length - 1) {
      const next = samples[last + 1].colour;
      // What is even begins and ends with itself.
      const stays = apart(samples[last].colour, next) === 0;
      if (last > first && stays !== even) break;
      if (next.some((c, i) => Math.max(most[i], c) - Math.min(least[i], c) > STEP)) break;
      next.forEach((c, i) => {
        least[i] = Math.min(least[i], c);
        most[i] = Math.max(most[i], c);
      });
      last++;
    }
    // Nothing lies within a jump.
    if (last === first) {
      const { colour: before } = samples[first];
      if (steps.length > 0)
        steps[steps.length - 1] = { ...steps.at(-1)!, to: samples[first + 1].at };
      else steps.push({ to: samples[first + 1].at, colour: before });
      first++;
      continue;
    }
    steps.push({ to: samples[last].at, colour: least.map((c, i) => (c + most[i]) / 2) });
    if (steps.length > MOST_STEPS) return undefined;
    first = last;
  }
  if (steps.length === 1) steps.unshift({ ...steps[0], to: (low + high) / 2 });
  steps[0] = { ...steps[0], colour: samples[0].colour };
  steps[steps.length - 1] = { to: high, colour: samples.at(-1)!.colour };
  return steps;
}

const apart = (a: readonly number[], b: readonly number[]): number =>
  Math.max(...a.map((c, i) => Math.abs(c - b[i])));

/** Places of a gradient, as near one another as its colours ask for; both ends are among them. */
function sampled(
  colour: (at: number) => readonly number[],
  low: number,
  high: number,
): Sample[] | undefined {
  const at = (place: number): Sample => ({ at: place, colour: colour(place) });
  const samples = [at(low)];
  const exact = (high - low) * EXACT;
  let sound = isSound(samples[0]);
  const upTo = (end: Sample): void => {
    const begin = samples.at(-1)!;
    sound &&= isSound(end) && samples.length < 8 * MOST_STEPS;
    if (!sound) return;
    if (apart(begin.colour, end.colour) > FINE && end.at - begin.at > exact) {
      upTo(at((begin.at + end.at) / 2));
      upTo(end);
    } else samples.push(end);
  };
  for (let i = 1; i <= INTERVALS && sound; i++)
    upTo(at(i === INTERVALS ? high : low + ((high - low) * i) / INTERVALS));
  return sound ? samples : undefined;
}

const isSound = ({ colour }: Sample): boolean => colour.length > 0 && colour.every(Number.isFinite);
