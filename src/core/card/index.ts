export * from './said';
export * from './brief';
export * from './card';
export * from './knife';
export * from './cut-card';
export * from './score-setup';
export * from './slit-setup';
export * from './slips';
