/** Which plates a stack needs, and what tells one from another. */
import { formatRule, type PlateRule } from '../rule/index.ts';
import { allLayers, type ArtworkSide, type Special, type Stack } from '../stack/index.ts';

export interface PlateSpec {
  /** Equal specs are one plate. */
  readonly key: string;
  readonly inkRole: Special;
  readonly picture: ArtworkSide;
  readonly rule: PlateRule;
  /** Shares its layer with colour, so that an overlap would mix wet ink. */
  readonly besideColour: boolean;
}

/** A look asks for the keys of the same few rules many thousand times. */
const texts = new WeakMap<PlateRule, string>();

export function plateKey(inkRole: Special, picture: ArtworkSide, rule: PlateRule): string {
  let text = texts.get(rule);
  if (text === undefined) texts.set(rule, (text = formatRule(rule)));
  return `${inkRole}:${picture}:${text}`;
}

/** The plates a stack needs, each once. */
export function plateSpecs(stack: Stack): readonly PlateSpec[] {
  const specs = new Map<string, PlateSpec>();
  for (const { parts, picture } of allLayers(stack))
    for (const { inkRole, rule } of parts) {
      if (inkRole === 'CMYK' || !rule) continue;
      const key = plateKey(inkRole, picture, rule);
      const besideColour =
        parts.some((part) => part.inkRole === 'CMYK') || (specs.get(key)?.besideColour ?? false);
      specs.set(key, { key, inkRole, picture, rule, besideColour });
    }
  return [...specs.values()];
}
