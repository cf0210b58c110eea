/** Open formats of orders and layouts, read and written. A face of its own: what reads XML is loaded where it is needed. */
export { TicketError } from './error';
export { readOrders, textOf } from './read';
export { readSignals, signalWritten, type DeviceSignal } from './xjmf';
export { LAYOUT_FORMATS, layoutWritten, ppfWritten, type LayoutFormat } from './layout-written';
export { PREVIEW_DPI, type Preview } from './ppf-write';
