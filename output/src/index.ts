export { exportPlates, type Exported, type ExportOptions } from './export.ts';
