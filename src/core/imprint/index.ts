export * from './counting';
export * from './for-records';
export * from './letters';
export * from './records';
export * from './pictures';
export * from './setting';
export * from './symbologies';
export * from './words';
