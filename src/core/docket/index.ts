export * from './bound';
export * from './marks';
export * from './finish';
export * from './schema';
export * from './artwork';
export * from './patch';
export * from './read';
export { upgradedFinisher, VERSION } from './upgrade';
export * from './secrets';
