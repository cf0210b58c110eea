export * from './fit';
export * from './turn';
export * from './lay';
export * from './fold-lines';
