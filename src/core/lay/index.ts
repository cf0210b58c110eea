export * from './fit';
export * from './turn';
export * from './lay';
