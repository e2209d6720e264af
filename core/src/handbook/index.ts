export { PAGE_GROUPS, pageOfFinding, pageOfScreen, PAGES, type PageGroup } from './pages.ts';
