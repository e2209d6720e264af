/** What a printer may report of its jobs; the operator is asked for the rest. */
export const PRINTER_REPORTS = ['copies', 'spoilt', 'time', 'ink', 'supplies', 'tickets'] as const;
export type PrinterReport = (typeof PRINTER_REPORTS)[number];
