export * from './fold';
export * from './creases';
export * from './ways';
export * from './page-list';
export * from './numbering';
export * from './pagination';
export * from './creep';
export * from './spine';
