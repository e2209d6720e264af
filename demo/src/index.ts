export { DEMO_JOBS, type DemoJob } from './jobs.ts';
export { multiInkTiff } from './art/tiff.ts';
export { PdfBoard, rect } from './art/pdfpage.ts';
export { pick, SHOP, SHOP_STATE } from './shop.ts';
