export * from './shop';
export * from './bound';
export * from './schema';
export * from './artwork';
export * from './patch';
export * from './defaults';
export * from './read';
export * from './secrets';
