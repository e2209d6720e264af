/** Ink, material and waste as a printer tells them: printer-supply of PWG 5100.13, whose words are those of RFC 3805. */

/** What is consumed, or what fills up. */
export interface Supply {
  readonly type: string;
  readonly class: 'consumed' | 'filled';
  /** As the printer calls it: the channel of an ink here. */
  readonly name: string;
  /** In `unit`; undefined where the printer does not know. */
  readonly level: number | undefined;
  readonly capacity: number | undefined;
  readonly unit: string;
}

/** Levels and sizes that stand for no number (RFC 3805, prtMarkerSuppliesLevel). */
const UNKNOWN = -2;
const CLASSES = { consumed: 'supplyThatIsConsumed', filled: 'receptacleThatIsFilled' } as const;

export const supplyText = (supply: Supply, index: number): string =>
  `type=${supply.type};maxcapacity=${Math.round(supply.capacity ?? UNKNOWN)};level=${Math.round(supply.level ?? UNKNOWN)};class=${CLASSES[supply.class]};unit=${supply.unit};index=${index};colorantname=${supply.name.replaceAll(/[;=]/g, ' ')};`;

/** Returns undefined if a text is no supply. */
export function readSupply(text: string): Supply | undefined {
  const fields = new Map(
    text.split(';').flatMap((part) => {
      const at = part.indexOf('=');
      return at < 0 ? [] : [[part.slice(0, at).trim().toLowerCase(), part.slice(at + 1).trim()]];
    }),
  );
  const type = fields.get('type');
  if (type === undefined) return undefined;
  const amount = (name: string) => {
    const value = Number(fields.get(name) || Number.NaN);
    return Number.isFinite(value) && value >= 0 ? value : undefined;
  };
  return {
    type,
    class: fields.get('class') === CLASSES.filled ? 'filled' : 'consumed',
    name: fields.get('colorantname') ?? '',
    level: amount('level'),
    capacity: amount('maxcapacity'),
    unit: fields.get('unit') ?? '',
  };
}

/** Tenths of millilitres, as RFC 3805 counts ink (prtMarkerSuppliesSupplyUnit 15). */
export const TENTHS_OF_ML = 'tenthsOfMilliliters';
const PER_ML = 10;

/** ML in a supply that is counted in volume; undefined where it is counted otherwise, or not known. */
export const mlOf = ({ level, unit }: Supply): number | undefined =>
  level !== undefined && unit === TENTHS_OF_ML ? level / PER_ML : undefined;
export const tenthsOf = (ml: number): number => Math.round(ml * PER_ML);
