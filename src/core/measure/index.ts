export * from './length';
export * from './writing';
export * from './size';
export * from './rect';
export * from './matrix';
export * from './outline';
export * from './series';
