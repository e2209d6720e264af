/** Rules as text, left out what is usual. The grammar is in parse.ts. */
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

/** The shortest text that {@link parseRule} reads back as the same rule. */
export const formatRule = ({ alone, ...recipe }: PlateRule): string =>
  formatRecipe(recipe, alone ? ['alone'] : []);

/** The text of a rule without what is said of the artist's own plate. */
export function formatRecipe({ from, steps }: Recipe, last: readonly string[] = []): string {
  const [word, ...given] = formatSource(from);
  const inside = [...given, ...steps.map(formatStep), ...last];
  return inside.length ? `${word}(${inside.join(' ')})` : word;
}

const quote = (text: string) => `"${text.replace(/["\\]/g, '\\$&')}"`;
const place = ({ x, y }: PagePoint) => `${x},${y}`;
const unless = (word: string, value: number, usual: number) =>
  value === usual ? [] : [`${word} ${value}`];

function formatSource(from: Source): string[] {
  switch (from.kind) {
    case 'art':
    case 'sheet':
    case 'light':
    case 'vivid':
      return [from.kind];
    case 'image':
    case 'outside':
    case 'paper':
      return [from.kind, ...unless('haze', from.haze, DEFAULT_HAZE)];
    case 'cleaned':
      return [
        from.kind,
        ...unless('haze', from.haze, DEFAULT_HAZE),
        ...(from.highlight === DEFAULT_HIGHLIGHT ? [] : [`highlight ${from.highlight}mm2`]),
        ...from.white.map((spot) => `white ${place(spot)}`),
        ...from.bare.map((spot) => `bare ${place(spot)}`),
      ];
    case 'solveForLightness':
      return ['match', ...unless('near', from.within, 2)];
    case 'ink':
      return [from.kind, from.ink, ...unless('above', from.above, 50)];
    case 'separation':
      return [from.kind, quote(from.name)];
    case 'codes':
      return [from.kind, ...unless('margin', from.margin, 0)];
    case 'plate':
      return [from.kind, quote(from.job), from.inkKey];
    case 'shape': {
      const { shape } = from;
      if (!('points' in shape))
        return [shape.shape, `${shape.left} ${shape.top} ${shape.width} ${shape.height}`];
      return [
        shape.shape,
        ...(shape.shape === 'brush' ? [String(shape.width)] : []),
        ...shape.points.map(place),
      ];
    }
  }
}

const length = ({ value, unit }: Length) => (unit === 'mm' ? String(value) : `${value}px`);
const small = ({ value, unit }: Small) => `${value}${unit}`;

function formatStep(step: Step): string {
  switch (step.do) {
    case 'add':
    case 'within':
      return `${step.do} ${formatRecipe(step.with)}`;
    case 'subtract':
      return `bare ${formatRecipe(step.with)}`;
    case 'close':
    case 'drop':
      return `${step.do} ${small(step.upTo)}`;
    case 'choke':
      return [`choke ${length(step.by)}`, ...unless('least', step.least, 0)].join(' ');
    case 'spread':
      return `spread ${length(step.by)}`;
    case 'feather':
      return `feather ${step.mm}`;
    case 'density':
      return `density ${step.percent}`;
    case 'skipUnderBlack':
      return [`spare black ${step.above}`, ...unless('inner', step.inner, 0)].join(' ');
    case 'curve':
      return `curve ${step.points.map((pair) => pair.join(':')).join(' ')}`;
  }
}
