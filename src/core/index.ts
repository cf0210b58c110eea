/** The face of the core: a docket in, a plan, marks, findings and figures out. */
export * from './measure';
export * from './shop';
export * from './docket';
export * from './fold';
export * from './pages';
export * from './makeup';
export * from './lay';
export * from './cutting';
export * from './sheet';
export * from './marks';
export * from './finishing';
export * from './findings';
export * from './reckoning';
export * from './propose';
export * from './card';
export * from './events';
export * from './standing';
