/** By itself, so that the other commands do not load what writes it. */
export { docketJsonSchema, orderJsonSchema } from '../core';
