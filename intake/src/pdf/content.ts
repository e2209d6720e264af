/** Content streams to operators. Source: ISO 32000-2, 7.2 (lexical conventions), 7.8.2 (content streams), 8.9.7 (inline images). */

import { nameFromBytes } from './objects.ts';

export type Operand =
  number | string | Uint8Array | boolean | null | readonly Operand[] | Dictionary;
export interface Dictionary {
  readonly dict: ReadonlyMap<string, Operand>;
}
export interface Operation {
  readonly operator: string;
  /** Names come with their slash. */
  readonly operands: readonly Operand[];
}

const WHITE = new Set([0, 9, 10, 12, 13, 32]);
const DELIMITERS = new Set([...'()<>[]{}/%'].map((c) => c.charCodeAt(0)));
const regular = (byte: number) => !WHITE.has(byte) && !DELIMITERS.has(byte);
const code = (character: string) => character.charCodeAt(0);

const MAX_OPERANDS = 512;
const MAX_DEPTH = 32;

/** Broken pieces are passed over: what an interpreter makes of them can't be known. */
export function* operations(bytes: Uint8Array): Generator<Operation> {
  const lexer = new Lexer(bytes);
  let operands: Operand[] = [];
  for (;;) {
    const token = lexer.next();
    if (token === undefined) return;
    if (!(token instanceof Word)) {
      if (operands.length < MAX_OPERANDS) operands.push(token);
      continue;
    }
    if (token.text === 'BI') {
      const dict = lexer.inlineImage();
      yield { operator: 'BI', operands: [{ dict }] };
    } else yield { operator: token.text, operands };
    operands = [];
  }
}

class Word {
  readonly text: string;
  constructor(text: string) {
    this.text = text;
  }
}

class Lexer {
  readonly #bytes: Uint8Array;
  #at = 0;

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
  }

  next(depth = 0): Operand | Word | undefined {
    const bytes = this.#bytes;
    this.#blank();
    if (this.#at >= bytes.length) return undefined;
    const byte = bytes[this.#at];
    switch (byte) {
      case code('/'):
        return this.#name();
      case code('('):
        return this.#string();
      case code('['):
        this.#at++;
        return this.#list(depth);
      case code('<'):
        if (bytes[this.#at + 1] === code('<')) {
          this.#at += 2;
          return this.#dictionary(depth);
        }
        return this.#hex();
      case code(']'):
      case code('>'):
      case code(')'):
      case code('{'):
      case code('}'):
        this.#at += byte === code('>') && bytes[this.#at + 1] === code('>') ? 2 : 1;
        return new Word(String.fromCharCode(byte));
      default:
        return this.#word();
    }
  }

  #blank(): void {
    const bytes = this.#bytes;
    for (; this.#at < bytes.length; this.#at++) {
      const byte = bytes[this.#at];
      if (byte === code('%'))
        while (this.#at < bytes.length && bytes[this.#at] !== 10 && bytes[this.#at] !== 13)
          this.#at++;
      else if (!WHITE.has(byte)) return;
    }
  }

  #text(): string {
    const from = this.#at;
    while (this.#at < this.#bytes.length && regular(this.#bytes[this.#at])) this.#at++;
    return latin(this.#bytes, from, this.#at);
  }

  #word(): Operand | Word {
    const first = this.#bytes[this.#at];
    const numeric = (first >= 48 && first <= 57) || first === 43 || first === 45 || first === 46;
    const text = this.#text();
    if (numeric) {
      const value = Number(text);
      // "--5" and "1.2.3" occur; interpreters read what they can.
      return Number.isFinite(value) ? value : Number.parseFloat(text.replace(/^[+-]+/, '-')) || 0;
    }
    if (text === 'true') return true;
    if (text === 'false') return false;
    if (text === 'null') return null;
    return new Word(text);
  }

  #name(): string {
    this.#at++;
    const text = this.#text();
    if (!text.includes('#')) return `/${utf8(text)}`;
    return `/${utf8(
      text.replace(/#([0-9a-fA-F]{2})/g, (_, hex: string) =>
        String.fromCharCode(Number.parseInt(hex, 16)),
      ),
    )}`;
  }

  #string(): Uint8Array {
    const bytes = this.#bytes;
    const out: number[] = [];
    let open = 1;
    this.#at++;
    for (; this.#at < bytes.length; this.#at++) {
      const byte = bytes[this.#at];
      if (byte === code('\\')) {
        this.#at++;
        const escaped = bytes[this.#at];
        if (escaped >= 48 && escaped <= 55) {
          let value = 0;
          let digits = 0;
          while (digits < 3 && bytes[this.#at] >= 48 && bytes[this.#at] <= 55) {
            value = value * 8 + bytes[this.#at++] - 48;
            digits++;
          }
          this.#at--;
          out.push(value & 255);
        } else if (escaped === 13 || escaped === 10) {
          if (escaped === 13 && bytes[this.#at + 1] === 10) this.#at++;
        } else out.push(ESCAPES[String.fromCharCode(escaped)] ?? escaped);
        continue;
      }
      if (byte === code('(')) open++;
      else if (byte === code(')') && --open === 0) {
        this.#at++;
        break;
      }
      out.push(byte);
    }
    return Uint8Array.from(out);
  }

  #hex(): Uint8Array {
    this.#at++;
    let digits = '';
    const bytes = this.#bytes;
    for (; this.#at < bytes.length && bytes[this.#at] !== code('>'); this.#at++) {
      const character = String.fromCharCode(bytes[this.#at]);
      if (/[0-9a-fA-F]/.test(character)) digits += character;
    }
    this.#at++;
    return Uint8Array.from(Buffer.from(digits.length % 2 ? `${digits}0` : digits, 'hex'));
  }

  #list(depth: number): readonly Operand[] {
    const out: Operand[] = [];
    if (depth > MAX_DEPTH) return out;
    for (;;) {
      const token = this.next(depth + 1);
      if (token === undefined || (token instanceof Word && token.text === ']')) return out;
      if (!(token instanceof Word)) out.push(token);
    }
  }

  #dictionary(depth: number): Dictionary {
    const dict = new Map<string, Operand>();
    if (depth > MAX_DEPTH) return { dict };
    for (;;) {
      const key = this.next(depth + 1);
      if (key === undefined || key instanceof Word) return { dict };
      const value = this.next(depth + 1);
      if (value === undefined || value instanceof Word) return { dict };
      if (typeof key === 'string') dict.set(key, value);
    }
  }

  /** From after BI to after EI: the entries; the data is skipped. */
  inlineImage(): ReadonlyMap<string, Operand> {
    const dict = new Map<string, Operand>();
    for (;;) {
      const key = this.next();
      if (key === undefined) return dict;
      if (key instanceof Word) {
        if (key.text === 'ID') break;
        continue;
      }
      const value = this.next();
      if (value === undefined) return dict;
      if (typeof key === 'string' && !(value instanceof Word)) dict.set(key, value);
    }
    const bytes = this.#bytes;
    for (this.#at++; this.#at + 1 < bytes.length; this.#at++) {
      const ends =
        bytes[this.#at] === code('E') &&
        bytes[this.#at + 1] === code('I') &&
        WHITE.has(bytes[this.#at - 1]) &&
        (this.#at + 2 >= bytes.length || !regular(bytes[this.#at + 2])) &&
        this.#plausible(this.#at + 2);
      if (ends) break;
    }
    this.#at += 2;
    return dict;
  }

  /** Binary data may hold the letters EI; what follows the real ones is text. */
  #plausible(from: number): boolean {
    const next = this.#bytes.subarray(from, from + 12);
    return next.every((byte) => WHITE.has(byte) || (byte >= 32 && byte < 127));
  }
}

const ESCAPES: Readonly<Record<string, number>> = { n: 10, r: 13, t: 9, b: 8, f: 12 };

function latin(bytes: Uint8Array, from: number, to: number): string {
  let text = '';
  for (let i = from; i < to; i++) text += String.fromCharCode(bytes[i]);
  return text;
}

/** A name of a content stream as text. */
function utf8(text: string): string {
  for (let i = 0; i < text.length; i++)
    if (text.charCodeAt(i) > 127) return nameFromBytes(Buffer.from(text, 'latin1'));
  return text;
}
