export * from './remedies';
export * from './stock';
export * from './new-docket';
export * from './chapters';
export * from './cover';
export * from './following';
export * from './sections';
export * from './flat-plans';
