export * from './turn';
export * from './layout';
export * from './place';
export * from './plan';
