export { exportPlates, type Exported, type ExportOptions } from './export.ts';
export { writePicture } from './picture.ts';
