/** Talking to printers. */
export * from './ipp/client';
export { explain } from './ipp/reasons';
export { JobState, Operation } from './ipp/tags';
