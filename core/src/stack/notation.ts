/**
 * The short notation of a stack, which reads like a cut through the print: `film` in the middle, the
 * front to its right and the back to its left, so that either side reads outward from the film.
 *
 *     film | W70x2@image / CMYK          white at 70 %, two hits, under the image; colour on top
 *     W~@sheet / CMYK~ | film            colour on the back, white behind it, both mirrored
 *     film | W@art+CMYK                  white beside colour in one layer
 *
 *     stack  = [ side "|" ] "film" [ "|" side ]
 *     side   = layer { "/" layer }
 *     layer  = part { "+" part }         ~ x and :rear belong to the layer; they stand on any part
 *     part   = ink [ density ] [ "x" hits ] [ ":rear" ] [ "~" ] [ "@" rule ]
 *     ink    = "CMYK" | role [ one or two small letters, where a machine has several inks of a role ]
 *
 *     film | Sg35@image / CMYK           a gold of the machine at 35 % under colour
 *
 * What a rule says is in ../rule/parse.ts.
 */
import { DomainError } from '../errors/index.ts';
import { DEFAULT_RULE, formatRule, parseRule } from '../rule/index.ts';
import { isSpecialKey, keyOf, letterOf, SPECIAL_KEY } from './ink.ts';
import { INK_ROLES, type Part, type Stack, type StackLayer } from './stack.ts';
import { t } from '../texts/index.ts';

const PART = new RegExp(
  `^(CMYK|${SPECIAL_KEY})(\\d{1,3})?(?:x(\\d{1,2}))?(:rear)?(~)?(?:@(.+))?$`,
  's',
);

const refuse = (what: string): never => {
  throw new DomainError('STACK_NOTATION', what, 'stack');
};

/** The pieces between a mark, but for marks inside brackets or quotes. */
function split(text: string, mark: string): string[] {
  const pieces: string[] = [];
  let from = 0;
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '"') {
      for (i++; i < text.length && text[i] !== '"'; i++) if (text[i] === '\\') i++;
    } else if (text[i] === '(') depth++;
    else if (text[i] === ')') depth--;
    else if (text[i] === mark && depth === 0) {
      pieces.push(text.slice(from, i));
      from = i + 1;
    }
  }
  return [...pieces, text.slice(from)].map((piece) => piece.trim());
}

/** @throws DomainError `STACK_NOTATION`, naming the piece that can't be read. */
export function parseStack(text: string): Stack {
  const sides = split(text, '|');
  const film = sides.indexOf('film');
  if (
    film < 0 ||
    film > 1 ||
    sides.length > film + 2 ||
    sides.filter((s) => s === 'film').length > 1
  )
    refuse(t('stack.stackNeedsWordFilm', { text }));
  const layersOf = (side: string | undefined) => (side ? split(side, '/').map(parseLayer) : []);
  const stack = {
    front: layersOf(sides[film + 1]),
    back: layersOf(film === 1 ? sides[0] : undefined).reverse(),
  };
  if (stack.front.length + stack.back.length === 0) refuse(t('stack.stackNeedsLeastOne'));
  return stack;
}

/** Role and ink of a part from its key. */
export function partOf(key: string): Pick<Part, 'inkRole' | 'ink'> {
  if (!isSpecialKey(key)) return { inkRole: 'CMYK' };
  const inkRole = letterOf(key);
  return key === inkRole ? { inkRole } : { inkRole, ink: key };
}

function parseLayer(text: string): StackLayer {
  const pieces = split(text, '+').map(parsePart);
  const hits = Math.max(...pieces.map((piece) => piece.hits));
  const layer = {
    parts: pieces.map(({ part }) => part),
    hits,
    mirror: pieces.some((piece) => piece.mirror),
    picture: pieces.some((piece) => piece.rear) ? ('rear' as const) : ('front' as const),
  };
  const lays = layer.parts.map(keyOf);
  if (new Set(lays).size < lays.length) refuse(t('stack.layerNamesSameInk', { text }));
  return layer;
}

function parsePart(text: string): { part: Part; hits: number; rear: boolean; mirror: boolean } {
  const found = PART.exec(text);
  if (!found) return refuse(t('stack.notLayerWriteOne', { text, roles: INK_ROLES.join(', ') }));
  const [, key, density = '100', hits = '1', rear, mirror, rule] = found;
  if (Number(density) < 1 || Number(density) > 100) refuse(t('stack.densityMust1100', { text }));
  if (Number(hits) < 1) refuse(t('stack.hitsMustLeast1', { text }));
  if (rule && key === 'CMYK') refuse(t('stack.colourPrintsOwnSeparations'));
  const part = { ...partOf(key), density: Number(density) };
  return {
    part:
      key === 'CMYK'
        ? part
        : { ...part, rule: rule === undefined ? DEFAULT_RULE : parseRule(rule) },
    hits: Number(hits),
    rear: rear !== undefined,
    mirror: mirror !== undefined,
  };
}

/** The canonical text: leaves out what is ordinary. `parseStack` reads it back to the same stack. */
export function formatStack({ front, back }: Stack): string {
  const side = (layers: readonly StackLayer[]) => layers.map(formatLayer).join(' / ');
  return [
    ...(back.length ? [side([...back].reverse())] : []),
    'film',
    ...(front.length ? [side(front)] : []),
  ].join(' | ');
}

function formatLayer({ parts, hits, mirror, picture }: StackLayer): string {
  return parts
    .map(({ density, rule, ...part }) =>
      [
        keyOf(part),
        density === 100 ? '' : density,
        hits === 1 ? '' : `x${hits}`,
        picture === 'rear' ? ':rear' : '',
        mirror ? '~' : '',
        rule ? `@${formatRule(rule)}` : '',
      ].join(''),
    )
    .join('+');
}
