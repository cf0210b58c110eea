export * from './page-ref';
export * from './page-list';
export * from './changes';
export * from './follow';
export * from './numbering';
export * from './pagination';
export * from './arriving';
