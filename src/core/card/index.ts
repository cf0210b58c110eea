export * from './said';
export * from './brief';
export * from './card';
