export * from './page-ref';
export * from './page-list';
export * from './follow';
export * from './numbering';
export * from './pagination';
