/** The face of the core: a docket in, a plan, marks, findings and figures out. */
export * from './measure';
export * from './docket';
export * from './bound';
export * from './flat';
export * from './sheet';
export * from './marks';
export * from './findings';
export * from './reckoning';
export * from './events';
