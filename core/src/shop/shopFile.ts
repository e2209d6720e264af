/** A shop as one file: everything that it states, or a single machine. What happened and what is true today is not in it. */
import type { Procedure } from '../care/index.ts';
import type { Machine, Material } from '../stack/index.ts';
import { contradictionsOf, materialContradictions } from './contradictions.ts';
import { fieldChanges, type FieldChange } from './moved.ts';
import type { InkProduct, PriceList, RuleBook, ShopPreset } from './shop.ts';
import { t } from '../texts/index.ts';

export const SHOP_FILE_FORMAT = 1;

interface Entry<T> {
  readonly id: string;
  readonly standing: 'active' | 'draft' | 'retired';
  readonly data: T;
}

export interface ShopFile {
  readonly kyanosShop: typeof SHOP_FILE_FORMAT;
  readonly name?: string;
  readonly machines: readonly Entry<Machine>[];
  readonly materials: readonly Entry<Material>[];
  readonly inks: readonly Entry<InkProduct>[];
  readonly presets: readonly Entry<ShopPreset>[];
  readonly procedures: readonly Entry<Procedure>[];
  readonly prices?: PriceList;
  readonly rules?: RuleBook;
}

/** What taking a file in would do to one thing. */
export interface ShopChange {
  readonly kind: 'machine' | 'material' | 'ink' | 'preset' | 'procedure' | 'prices' | 'rules';
  readonly id: string;
  readonly name: string;
  readonly what: 'new' | 'changed' | 'same';
  /** Of what is changed. */
  readonly fields: readonly FieldChange[];
}

const LISTS = [
  ['machine', 'machines'],
  ['material', 'materials'],
  ['ink', 'inks'],
  ['preset', 'presets'],
  ['procedure', 'procedures'],
] as const;
const single = () =>
  [
    ['prices', t('shop.prices')],
    ['rules', t('shop.houseRules')],
  ] as const;

/** What a file would do to a shop as it is: things that it does not name stay as they are. */
export function shopChanges(now: ShopFile, file: ShopFile): readonly ShopChange[] {
  const lists = LISTS.flatMap(([kind, list]) =>
    file[list].map(({ id, standing, data }): ShopChange => {
      const own = (now[list] as readonly Entry<object>[]).find((entry) => entry.id === id);
      const fields = own
        ? fieldChanges({ standing: own.standing, ...own.data }, { standing, ...data })
        : [];
      const what = !own ? 'new' : fields.length > 0 ? 'changed' : 'same';
      return { kind, id, name: 'name' in data ? data.name : data.title, what, fields };
    }),
  );
  const singles = single().flatMap(([kind, name]): ShopChange[] => {
    const { [kind]: next } = file;
    if (!next) return [];
    const fields = fieldChanges(now[kind], next);
    return [{ kind, id: 'standard', name, what: fields.length > 0 ? 'changed' : 'same', fields }];
  });
  return [...lists, ...singles];
}

/** Why a file can't be taken in, thing by thing: what contradicts itself would be planned with. Empty if it can. */
export function shopFileProblems({ machines, materials }: ShopFile): readonly string[] {
  const active = <T>(entries: readonly Entry<T>[]) =>
    entries.filter(({ standing }) => standing === 'active').map(({ data }) => data);
  return [
    ...active(machines).flatMap((machine) =>
      contradictionsOf(machine).map(({ message }) => `${machine.name}: ${message}`),
    ),
    ...active(materials).flatMap((material) =>
      materialContradictions(material).map(({ message }) => `${material.name}: ${message}`),
    ),
  ];
}
