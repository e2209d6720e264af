/** What a printer may tell of its jobs; what it does not tell is asked of the operator. */
export const PRINTER_TELLS = ['copies', 'spoilt', 'time', 'ink', 'supplies', 'tickets'] as const;
export type PrinterTells = (typeof PRINTER_TELLS)[number];
