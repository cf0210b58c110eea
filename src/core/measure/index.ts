export * from './length';
export * from './size';
export * from './rect';
export * from './matrix';
export * from './outline';
