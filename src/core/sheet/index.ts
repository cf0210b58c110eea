export { type Cell } from './cell';
export { type Spot } from './spots';
export * from './sheets';
export * from './plan';
export * from './runs';
export * from './measuring';
export * from './part';
export * from './white';
