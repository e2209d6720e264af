export * from './age.ts';
export * from './choose.ts';
export * from './csv.ts';
export * from './item.ts';
export * from './need.ts';
export * from './reorder.ts';
export * from './products.ts';
