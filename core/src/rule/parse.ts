/**
 * The text of a plate rule, short enough to be read aloud:
 *
 *     image                                     under any ink
 *     image(haze 5 close 0.5mm2 choke 0.2)      holes up to 0.5 mm² closed, then pulled in 0.2 mm
 *     sheet(bare box(10 10 40 20) alone)        edge to edge but for a window, whatever the artist drew
 *     cleaned(bare 40,22 spare black 95)        without haze, with highlights; one place said to stay bare
 *
 *     rule   = recipe, whose last word may be "alone"
 *     recipe = source [ "(" { argument } { step } ")" ]
 *     source = "art" | "separation" | "sheet" | "image" | "outside" | "paper" | "cleaned" | "light" | "vivid" | "match"
 *            | "ink" | "codes" | "box" | "ellipse" | "polygon" | "brush" | "plate"
 *     step   = ( "add" | "bare" | "within" ) recipe | ( "close" | "drop" ) small | "choke" length [ "least" mm ]
 *            | "spread" length | "feather" mm | "curve" in ":" out { in ":" out } | "density" percent
 *            | "spare black" tint [ "inner" mm ]
 *     length = number [ "px" ], mm where nothing is said      small = number "mm2" | number "mm"
 */
import { DomainError } from '../errors/index.ts';
import {
  DEFAULT_HAZE,
  DEFAULT_HIGHLIGHT,
  type Length,
  type PlateRule,
  type Recipe,
  type Small,
  type Source,
  type PagePoint,
  type Step,
} from './rule.ts';
import { t } from '../texts/index.ts';

/** Largest of each kind of number: what a reader of a plan may be asked to do. */
const MOST = { mm: 20_000, finishMm: 5, px: 100, mm2: 100, percent: 100 };
/** A rule that nests deeper, or goes on longer, is not one that anybody can read. */
const MOST_DEPTH = 6;
const MOST_STEPS = 60;
/** A drawn line of more points is a picture of its own. */
const MOST_POINTS = 2000;

const INKS = ['C', 'M', 'Y', 'K'] as const;
/** A special of a stack. */
const INK_KEY = /^[A-Z][a-z]{0,2}$/;

/** Words, numbers with or without a unit, places, texts in quotes, and brackets. */
const TOKEN =
  /\s*(?:([a-zA-Z]+)|(-?\d+(?:\.\d+)?)(?:(mm2|mm|px)|,(-?\d+(?:\.\d+)?)|:(\d+(?:\.\d+)?))?|"((?:[^"\\]|\\.)*)"|([()]))/y;

interface Token {
  readonly text: string;
  readonly word?: string;
  readonly number?: number;
  readonly unit?: string;
  /** The second number of a place, or of a point of a curve. */
  readonly other?: number;
  readonly joint?: ',' | ':';
  readonly quoted?: string;
}

function tokens(text: string): Token[] {
  const found: Token[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const from = TOKEN.lastIndex;
    const match = TOKEN.exec(text);
    if (!match)
      return refuse(t('rule.cantReadRule', { text: text.slice(from).trim(), text2: text }));
    const [all, word, number, unit, place, out, quoted] = match;
    const other = place ?? out;
    found.push({
      text: all.trim(),
      ...(word !== undefined && { word }),
      ...(number !== undefined && { number: Number(number) }),
      ...(unit !== undefined && { unit }),
      ...(other !== undefined && { other: Number(other), joint: place === undefined ? ':' : ',' }),
      ...(quoted !== undefined && { quoted: quoted.replace(/\\(.)/g, '$1') }),
    });
  }
  return found;
}

const refuse = (what: string): never => {
  throw new DomainError('RULE_TEXT', what, 'stack');
};

/** @throws DomainError `RULE_TEXT`, naming the piece that can't be read */
export function parseRule(text: string): PlateRule {
  const reader = new Reader(text);
  const { alone, ...recipe } = reader.recipe(true);
  reader.end();
  return { ...recipe, alone };
}

class Reader {
  readonly #text: string;
  readonly #tokens: readonly Token[];
  #at = 0;
  #depth = 0;
  #steps = 0;

  constructor(text: string) {
    this.#text = text;
    this.#tokens = tokens(text);
  }

  get #next(): Token | undefined {
    return this.#tokens[this.#at];
  }

  #fail(wanted: string): never {
    const got = this.#next ? `"${this.#next.text}"` : t('rule.end');
    return refuse(t('rule.ruleNeedsHasThere', { text: this.#text, wanted, got }));
  }

  end(): void {
    if (this.#next) this.#fail(t('rule.toEnd'));
  }

  #take(word: string): boolean {
    if (this.#next?.word !== word && this.#next?.text !== word) return false;
    this.#at++;
    return true;
  }

  #expect(word: string): void {
    if (!this.#take(word)) this.#fail(`"${word}"`);
  }

  #number(what: string, least: number, most: number): number {
    const { number, unit, joint } = this.#next ?? {};
    if (number === undefined || unit || joint) return this.#fail(what);
    if (number < least || number > most)
      refuse(t('rule.ruleMust', { text: this.#text, what, least, most, number }));
    this.#at++;
    return number;
  }

  /** A number behind a word, or what it is where the word is not there. */
  #named(word: string, what: string, least: number, most: number, otherwise: number): number {
    return this.#take(word) ? this.#number(what, least, most) : otherwise;
  }

  #measure<Unit extends string>(
    what: string,
    most: Readonly<Record<Unit, number>>,
    otherwise?: NoInfer<Unit>,
  ): { value: number; unit: Unit } {
    const { number, unit = otherwise, joint } = this.#next ?? {};
    if (number === undefined || joint || unit === undefined || !(unit in most))
      return this.#fail(what);
    const limit = most[unit as Unit];
    if (number <= 0 || number > limit)
      refuse(t('rule.ruleMustMoreThan', { text: this.#text, what, limit, unit, number }));
    this.#at++;
    return { value: number, unit: unit as Unit };
  }

  #spots(word: string): PagePoint[] {
    const spots: PagePoint[] = [];
    while (this.#next?.word === word && this.#tokens[this.#at + 1]?.joint === ',') {
      this.#at++;
      spots.push(this.#spot());
    }
    return spots;
  }

  #spot(): PagePoint {
    const { number, other, joint } = this.#next ?? {};
    if (number === undefined || other === undefined || joint !== ',')
      return this.#fail(t('rule.placeTwoNumbersComma'));
    if (Math.max(Math.abs(number), Math.abs(other)) > MOST.mm)
      refuse(t('rule.rulePlaceLiesUp', { text: this.#text, mm: MOST.mm }));
    this.#at++;
    return { x: number, y: other };
  }

  #points(least: number): PagePoint[] {
    const points: PagePoint[] = [];
    while (this.#next?.joint === ',') points.push(this.#spot());
    if (points.length < least) this.#fail(t('rule.leastPlaces', { least }));
    if (points.length > MOST_POINTS)
      refuse(t('rule.drawnShapeHasMost', { most: MOST_POINTS, n: points.length }));
    return points;
  }

  #quoted(what: string): string {
    const { quoted } = this.#next ?? {};
    if (quoted === undefined) return this.#fail(what);
    this.#at++;
    return quoted;
  }

  recipe(outermost: boolean): Recipe & { alone: boolean } {
    const kind = this.#next?.word;
    if (kind === undefined) this.#fail(t('rule.sourceSuchImageArt'));
    this.#at++;
    if (++this.#depth > MOST_DEPTH) refuse(t('rule.ruleInsideRuleGoes', { most: MOST_DEPTH }));
    const open = this.#take('(');
    const from = this.#source(kind!, open);
    const steps: Step[] = [];
    let alone = false;
    if (open) {
      for (let step = this.#step(); step; step = this.#step()) steps.push(step);
      alone = outermost && this.#take('alone');
      if (!this.#take(')')) this.#fail(t('rule.step'));
    }
    this.#depth--;
    return { from, steps, alone };
  }

  #source(kind: string, open: boolean): Source {
    const haze = () =>
      open ? this.#named('haze', t('rule.hazePercent'), 0, 50, DEFAULT_HAZE) : DEFAULT_HAZE;
    const needs = () => {
      if (!open) this.#fail('"("');
    };
    switch (kind) {
      case 'art':
      case 'sheet':
        // Plans of before name a haze here, where it never meant anything.
        haze();
        return { kind };
      case 'light':
      case 'vivid':
        return { kind };
      case 'image':
      case 'outside':
      case 'paper':
        return { kind, haze: haze() };
      case 'cleaned': {
        const background = haze();
        const highlight = this.#take('highlight')
          ? this.#measure(t('rule.areaHighlight'), { mm2: MOST.mm2 }).value
          : DEFAULT_HIGHLIGHT;
        return {
          kind,
          haze: background,
          highlight,
          white: this.#spots('white'),
          bare: this.#spots('bare'),
        };
      }
      case 'match':
        return {
          kind: 'solveForLightness',
          within: open ? this.#named('near', t('rule.howNearL'), 0.5, 50, 2) : 2,
        };
      case 'ink': {
        needs();
        const ink = INKS.find((name) => this.#take(name));
        if (!ink) return this.#fail(t('rule.oneCMY'));
        return { kind, ink, above: this.#named('above', t('rule.tintPercent'), 0, 100, 50) };
      }
      case 'separation':
        needs();
        return { kind, name: this.#quoted(t('rule.nameSeparationQuotes')) };
      case 'codes':
        return { kind, margin: open ? this.#named('margin', t('rule.marginMm'), 0, 20, 0) : 0 };
      case 'box':
      case 'ellipse': {
        needs();
        const at = () => this.#number(t('rule.placeMm'), -MOST.mm, MOST.mm);
        const size = () => this.#number(t('rule.sizeMm'), 0, MOST.mm);
        const shape = {
          shape: kind,
          left: at(),
          top: at(),
          width: size(),
          height: size(),
        } as const;
        return { kind: 'shape', shape };
      }
      case 'polygon':
        needs();
        return { kind: 'shape', shape: { shape: kind, points: this.#points(3) } };
      case 'brush': {
        needs();
        const width = this.#number(t('rule.widthBrushMm'), 0.05, 1000);
        return { kind: 'shape', shape: { shape: kind, width, points: this.#points(1) } };
      }
      case 'plate': {
        needs();
        const job = this.#quoted(t('rule.jobQuotes'));
        const inkKey = this.#next?.word;
        if (inkKey === undefined || !INK_KEY.test(inkKey))
          return this.#fail(t('rule.keySpecialInkSuch'));
        this.#at++;
        return { kind, job, inkKey };
      }
      default:
        return refuse(t('rule.notSourceRuleWrite', { kind }));
    }
  }

  #step(): Step | undefined {
    const word = this.#next?.word;
    if (word === undefined || word === 'alone') return undefined;
    this.#at++;
    if (++this.#steps > MOST_STEPS) refuse(t('rule.ruleHasStepsMost', { most: MOST_STEPS }));
    switch (word) {
      case 'add':
      case 'bare':
      case 'within': {
        const { from, steps } = this.recipe(false);
        return { do: word === 'bare' ? 'subtract' : word, with: { from, steps } };
      }
      case 'close':
      case 'drop':
        return {
          do: word,
          upTo: this.#measure<Small['unit']>(t('rule.areaSuch05mm2'), {
            mm2: MOST.mm2,
            mm: MOST.finishMm,
          }),
        };
      case 'choke': {
        const by = this.#length();
        return { do: word, by, least: this.#named('least', t('rule.strokeMm'), 0, 5, 0) };
      }
      case 'spread':
        return { do: word, by: this.#length() };
      case 'feather':
        return { do: word, mm: this.#measure(t('rule.width'), { mm: MOST.finishMm }, 'mm').value };
      case 'density':
        return { do: word, percent: this.#number(t('rule.densityPercent'), 1, 100) };
      case 'spare': {
        this.#expect('black');
        const above = this.#number(t('rule.tintBlackPercent'), 50, 100);
        return {
          do: 'skipUnderBlack',
          above,
          inner: this.#named('inner', t('rule.howFarUnderMm'), 0, 5, 0),
        };
      }
      case 'curve': {
        const points: [number, number][] = [];
        while (this.#next?.joint === ':') {
          const { number, other } = this.#next;
          if (number! > 100 || other! > 100 || number! < 0 || number! <= (points.at(-1)?.[0] ?? -1))
            this.#fail(t('rule.pointsCurveRiseFrom'));
          points.push([number!, other!]);
          this.#at++;
        }
        if (points.length < 2) this.#fail(t('rule.leastTwoPointsSuch'));
        return { do: word, points };
      }
      default:
        this.#at--;
        return this.#fail(t('rule.stepSuchAddBare'));
    }
  }

  #length(): Length {
    return this.#measure<Length['unit']>(
      t('rule.length'),
      { mm: MOST.finishMm, px: MOST.px },
      'mm',
    );
  }
}
