export { layOut, type Layout, type LayoutWish, type Load } from './layout.ts';
