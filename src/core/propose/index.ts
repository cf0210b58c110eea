export * from './remedies';
export * from './stock';
export * from './new-docket';
export * from './binding';
export * from './sections';
