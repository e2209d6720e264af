/** Which plates a stack needs, and what distinguishes them. */
import { formatRule, type PlateRule } from '../rule/index.ts';
import {
  allLayers,
  keyOf,
  type ArtworkSide,
  type Part,
  type Special,
  type SpecialKey,
  type Stack,
} from '../stack/index.ts';

export interface PlateSpec {
  /** Equal specs are one plate. */
  readonly key: string;
  readonly inkRole: Special;
  /** Key of one ink of that role, as in a stack. */
  readonly ink?: SpecialKey;
  readonly picture: ArtworkSide;
  readonly rule: PlateRule;
  /** Shares its layer with colour, so that an overlap would mix wet ink. */
  readonly besideColour: boolean;
}

/** A look asks for the keys of the same few rules many thousand times. */
const texts = new WeakMap<PlateRule, string>();

export function plateKey(
  part: Pick<Part, 'inkRole' | 'ink'>,
  picture: ArtworkSide,
  rule: PlateRule,
): string {
  let text = texts.get(rule);
  if (text === undefined) texts.set(rule, (text = formatRule(rule)));
  return `${keyOf(part)}:${picture}:${text}`;
}

/** The plates a stack needs, each once. */
export function plateSpecs(stack: Stack): readonly PlateSpec[] {
  const specs = new Map<string, PlateSpec>();
  for (const { parts, picture } of allLayers(stack))
    for (const { inkRole, ink, rule } of parts) {
      if (inkRole === 'CMYK' || !rule) continue;
      const lays = { inkRole, ...(ink && { ink }) };
      const key = plateKey(lays, picture, rule);
      const besideColour =
        parts.some((part) => part.inkRole === 'CMYK') || (specs.get(key)?.besideColour ?? false);
      specs.set(key, { key, ...lays, picture, rule, besideColour });
    }
  return [...specs.values()];
}
