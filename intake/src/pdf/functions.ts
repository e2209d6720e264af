/**
 * PDF functions, as far as tint transforms need them: any number of results from numbers.
 * Source: ISO 32000-2, 7.10 (sampled, exponential, stitching and PostScript calculator functions).
 */
import { isDict, isReference, type PdfDict, type PdfObjects, type PdfValue } from './objects.ts';

export type PdfFunction = (input: readonly number[]) => readonly number[];

const clip = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** A function that is put together of more is not evaluated: each may be put together of as many again. */
const MOST_PARTS = 512;

/** A function and all that it is put together of; nothing where they are too many. */
export function functionParts(objects: PdfObjects, value: PdfValue): readonly PdfValue[] {
  const parts = [value];
  for (let i = 0; i < parts.length; i++) {
    for (const part of objects.list(objects.dict(parts[i])['/Functions'])) parts.push(part);
    if (parts.length > MOST_PARTS) return [];
  }
  return parts;
}

/** Streams that a function and the functions inside it are made of. */
export const functionStreams = (objects: PdfObjects, value: PdfValue): string[] =>
  functionParts(objects, value)
    .filter(isReference)
    .filter((part) => [0, 4].some((type) => objects.dict(part)['/FunctionType'] === type));

/** Nothing if it is of a kind, or broken in a way, that can't be evaluated. */
export function makeFunction(
  objects: PdfObjects,
  value: PdfValue,
  streams: ReadonlyMap<string, Uint8Array>,
  depth = 0,
): PdfFunction | undefined {
  const resolved = objects.resolve(value);
  if (!isDict(resolved) || depth > 8) return undefined;
  if (depth === 0 && functionParts(objects, value).length === 0) return undefined;
  const bytes = isReference(value) ? streams.get(value) : undefined;
  const domain = objects.numbers(resolved['/Domain']);
  const range = objects.numbers(resolved['/Range']);
  const inner = make(objects, resolved, bytes, streams, depth);
  if (!inner) return undefined;
  return (input) => {
    const limited = input.map((x, i) => clip(x, domain[2 * i] ?? 0, domain[2 * i + 1] ?? 1));
    const output = inner(limited);
    return range.length
      ? output.slice(0, range.length / 2).map((y, i) => clip(y, range[2 * i], range[2 * i + 1]))
      : output;
  };
}

function make(
  objects: PdfObjects,
  dict: PdfDict,
  bytes: Uint8Array | undefined,
  streams: ReadonlyMap<string, Uint8Array>,
  depth: number,
): PdfFunction | undefined {
  switch (dict['/FunctionType']) {
    case 0:
      return bytes && sampled(objects, dict, bytes);
    case 2: {
      const c0 = dict['/C0'] === undefined ? [0] : objects.numbers(dict['/C0']);
      const c1 = dict['/C1'] === undefined ? [1] : objects.numbers(dict['/C1']);
      const exponent = Number(objects.resolve(dict['/N']));
      return ([x]) => c0.map((from, i) => from + x ** exponent * (c1[i] - from));
    }
    case 3: {
      const parts = objects
        .list(dict['/Functions'])
        .map((part) => makeFunction(objects, part, streams, depth + 1));
      const bounds = objects.numbers(dict['/Bounds']);
      const encode = objects.numbers(dict['/Encode']);
      const [low, high] = objects.numbers(dict['/Domain']);
      if (parts.length === 0 || parts.some((part) => !part)) return undefined;
      return ([x]) => {
        let k = 0;
        while (k < bounds.length && x >= bounds[k]) k++;
        const from = k === 0 ? low : bounds[k - 1];
        const to = k === bounds.length ? high : bounds[k];
        const [a, b] = [encode[2 * k] ?? 0, encode[2 * k + 1] ?? 1];
        return parts[k]!([to === from ? a : a + ((x - from) / (to - from)) * (b - a)]);
      };
    }
    case 4:
      return bytes && calculator(Buffer.from(bytes).toString('latin1'));
    default:
      return undefined;
  }
}

/** One input only: a Separation has one tint. Linear between samples. */
function sampled(objects: PdfObjects, dict: PdfDict, bytes: Uint8Array): PdfFunction | undefined {
  const size = objects.numbers(dict['/Size']);
  const bits = Number(objects.resolve(dict['/BitsPerSample']));
  const range = objects.numbers(dict['/Range']);
  const outputs = range.length / 2;
  if (size.length !== 1 || ![8, 16].includes(bits) || size[0] < 1 || outputs < 1) return undefined;
  if (bytes.length < size[0] * outputs * (bits / 8)) return undefined;
  const decode = dict['/Decode'] === undefined ? range : objects.numbers(dict['/Decode']);
  const [from, to] =
    dict['/Encode'] === undefined ? [0, size[0] - 1] : objects.numbers(dict['/Encode']);
  const [low, high] = objects.numbers(dict['/Domain']);
  const most = 2 ** bits - 1;
  const sample = (i: number, output: number) => {
    const at = i * outputs + output;
    return (bits === 8 ? bytes[at] : bytes[2 * at] * 256 + bytes[2 * at + 1]) / most;
  };
  return ([x]) => {
    const at = clip(from + ((x - low) / (high - low)) * (to - from), 0, size[0] - 1);
    const i = Math.min(size[0] - 2, Math.floor(at));
    return Array.from({ length: outputs }, (_, output) => {
      const a = sample(Math.max(0, i), output);
      const b = sample(Math.max(0, i) + (size[0] > 1 ? 1 : 0), output);
      const value = a + (at - Math.max(0, i)) * (b - a);
      return decode[2 * output] + value * (decode[2 * output + 1] - decode[2 * output]);
    });
  };
}

type Instruction = number | string | readonly Instruction[];

/** Instructions run at most, so that no program of a hostile file runs for long. */
const MAX_STEPS = 10_000;
const MAX_STACK = 100;
const MAX_NESTING = 32;

function calculator(source: string): PdfFunction | undefined {
  const tokens = source.match(/[{}]|[^\s{}]+/g) ?? [];
  let at = 0;
  let deepest = 0;
  const block = (depth = 0): Instruction[] => {
    deepest = Math.max(deepest, depth);
    const out: Instruction[] = [];
    for (; at < tokens.length && tokens[at] !== '}'; at++) {
      if (tokens[at] === '{') {
        at++;
        // Deeper than any tint transform: the rest is not read.
        out.push(depth < MAX_NESTING ? block(depth + 1) : []);
        if (deepest >= MAX_NESTING) return out;
      } else {
        const value = Number(tokens[at]);
        out.push(Number.isFinite(value) ? value : tokens[at]);
      }
    }
    return out;
  };
  if (tokens[at++] !== '{') return undefined;
  const program = block();
  if (deepest >= MAX_NESTING) return undefined;
  return (input) => {
    const stack: number[] = [...input];
    let steps = 0;
    const pop = () => stack.pop() ?? 0;
    const go = (instructions: readonly Instruction[]): void => {
      for (let i = 0; i < instructions.length; i++) {
        if (++steps > MAX_STEPS || stack.length > MAX_STACK) return;
        const instruction = instructions[i];
        if (typeof instruction === 'number') stack.push(instruction);
        else if (typeof instruction !== 'string') {
          const next = instructions[i + 1];
          if (next === 'if') {
            if (pop() !== 0) go(instruction);
            i += 1;
          } else if (instructions[i + 2] === 'ifelse') {
            go(pop() !== 0 ? instruction : (next as readonly Instruction[]));
            i += 2;
          }
        } else if (instruction === 'roll') roll(stack, pop(), pop());
        else if (instruction === 'copy')
          stack.push(...stack.slice(stack.length - clip(pop(), 0, MAX_STACK)));
        else if (instruction === 'index') stack.push(stack[stack.length - 1 - pop()] ?? 0);
        else if (Object.hasOwn(UNARY, instruction)) stack.push(UNARY[instruction](pop()));
        else if (Object.hasOwn(BINARY, instruction)) {
          const b = pop();
          stack.push(BINARY[instruction](pop(), b));
        } else if (instruction === 'dup') stack.push(stack.at(-1) ?? 0);
        else if (instruction === 'pop') pop();
        else if (instruction === 'exch') {
          const [b, a] = [pop(), pop()];
          stack.push(b, a);
        } else if (instruction === 'true') stack.push(1);
        else if (instruction === 'false') stack.push(0);
      }
    };
    go(program);
    return stack;
  };
}

function roll(stack: number[], by: number, count: number): void {
  const n = clip(Math.trunc(count), 0, stack.length);
  if (n === 0) return;
  const top = stack.splice(stack.length - n, n);
  const shift = ((Math.trunc(by) % n) + n) % n;
  stack.push(...top.slice(n - shift), ...top.slice(0, n - shift));
}

const degrees = 180 / Math.PI;
const UNARY: Readonly<Record<string, (a: number) => number>> = {
  abs: Math.abs,
  neg: (a) => -a,
  ceiling: Math.ceil,
  floor: Math.floor,
  round: Math.round,
  truncate: Math.trunc,
  cvi: Math.trunc,
  cvr: (a) => a,
  sqrt: (a) => Math.sqrt(Math.max(0, a)),
  sin: (a) => Math.sin(a / degrees),
  cos: (a) => Math.cos(a / degrees),
  ln: (a) => Math.log(a),
  log: (a) => Math.log10(a),
  not: (a) => (a === 0 ? 1 : 0),
};
const BINARY: Readonly<Record<string, (a: number, b: number) => number>> = {
  add: (a, b) => a + b,
  sub: (a, b) => a - b,
  mul: (a, b) => a * b,
  div: (a, b) => (b === 0 ? 0 : a / b),
  idiv: (a, b) => (b === 0 ? 0 : Math.trunc(a / b)),
  mod: (a, b) => (b === 0 ? 0 : a % b),
  exp: (a, b) => a ** b,
  atan: (a, b) => (Math.atan2(a, b) * degrees + 360) % 360,
  eq: (a, b) => Number(a === b),
  ne: (a, b) => Number(a !== b),
  gt: (a, b) => Number(a > b),
  ge: (a, b) => Number(a >= b),
  lt: (a, b) => Number(a < b),
  le: (a, b) => Number(a <= b),
  and: (a, b) => a & b,
  or: (a, b) => a | b,
  xor: (a, b) => a ^ b,
  bitshift: (a, b) => (b >= 0 ? a << b : a >> -b),
};
