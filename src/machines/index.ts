/** Talking to printers. */
export * from './ipp/client';
export * from './ipp/errors';
export { tellOfPrinter } from './ipp/told';
export * from './ipp/wish';
export { endpointOf, type PrinterAt } from './ipp/transport';
export { explain } from './ipp/reasons';
export { JobState, Operation } from './ipp/tags';
