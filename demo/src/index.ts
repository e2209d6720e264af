export { DEMO_JOBS, type DemoJob } from './jobs.ts';
export { floorHistory, type CareEntry, type FloorHistory, type StockEntry } from './floor.ts';
export { multiInkTiff } from './art/tiff.ts';
export { PdfBoard, rect } from './art/pdfpage.ts';
export { pick, SHOP, SHOP_STATE } from './shop.ts';
