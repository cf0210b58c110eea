export * from './fit';
export * from './turn';
export * from './kinds';
export * from './lay';
export { arrangementsIn, blockNeeds, type Arrangement } from './cut-out';
export * from './fold-lines';
