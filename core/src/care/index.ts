export * from './due.ts';
export * from './forecast.ts';
export * from './logbook.ts';
export * from './pattern.ts';
export * from './procedures.ts';
export * from './run.ts';
export * from './settling.ts';
