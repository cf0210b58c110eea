export * from './fold';
export * from './pagination';
export * from './creep';
