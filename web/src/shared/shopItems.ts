/** What the shop keeps, as screens ask for it. */
import { SHOP_ENDPOINTS, type ShopData, type ShopKind, type Standing } from '@kyanos/contract';
import { call } from './api.ts';

export interface ShopItem<K extends ShopKind> {
  readonly id: string;
  readonly revision: number;
  readonly standing: Standing;
  readonly savedAt: string;
  readonly savedBy: string;
  readonly data: ShopData<K>;
}

/** Everything of one kind, drafts and retired ones too, in the order in which it was made. */
export const listItems = async <K extends ShopKind>(kind: K): Promise<readonly ShopItem<K>[]> =>
  (await call(SHOP_ENDPOINTS[kind as 'machine'].list, {})) as unknown as readonly ShopItem<K>[];

/** Those that are planned with. */
export const activeItems = async <K extends ShopKind>(kind: K): Promise<readonly ShopItem<K>[]> =>
  (await listItems(kind)).filter(({ standing }) => standing === 'active');
