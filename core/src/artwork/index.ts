export { KINDS, kindOf, nearMiss, PROCESS_NAMES, roleOf, type Kind, type Role } from './names.ts';
export type { ArtworkInfo, ArtworkPage, Finding, Repair, Separation, Severity } from './page.ts';
