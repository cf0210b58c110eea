export * from './fold';
export * from './creases';
export * from './ways';
