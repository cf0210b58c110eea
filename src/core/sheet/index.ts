export * from './turn';
export * from './block';
export * from './layout';
export * from './place';
export * from './compare';
export * from './book';
export * from './plan';
export * from './unfold';
