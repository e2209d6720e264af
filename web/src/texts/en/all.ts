/** Everything at once, where nothing has to be fetched. */
export { en as first } from './index.ts';
