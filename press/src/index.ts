export { Press, type Entry, type PressJob } from './press.ts';
export { servePresses } from './serve.ts';
export { stepsOf, strokesOver } from './steps.ts';
export { truthOf } from './truth.ts';
