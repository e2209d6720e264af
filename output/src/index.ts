export { exportPlates, type Exported, type ExportOptions } from './export.ts';
export { pngOf, writePicture } from './picture.ts';
export { innerSheetPdf } from './paper/innerSheet.ts';
export { formPdf, type FormJob } from './paper/form.ts';
export { jigPdf, type JigJob } from './paper/jig.ts';
export type { PaperJob } from './paper/paper.ts';
export { quotePdf, type QuoteJob } from './paper/quote.ts';
export { runSheetPdf } from './paper/runSheet.ts';
