import type { Ground } from './layout';
import { element, type Writing } from './write';

/** Sets of resources, which all that XJDF says of a job is in. */

export const resource = (
  parts: readonly Record<string, string>[],
  name: string,
  it: Omit<Writing, 'name'>,
): Writing => ({
  name: 'Resource',
  children: [...parts.map((attributes) => ({ name: 'Part', attributes })), { name, ...it }],
});
export const set = (name: string, resources: readonly Writing[], usage = 'Input'): string =>
  element({ name: 'ResourceSet', attributes: { Name: name, Usage: usage }, children: resources });

/** Sheets by their names. */
export const named = (sheets: Ground['sheets']): Record<string, string>[] =>
  sheets.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, i) => ({ SheetName: `S${from + i}` })));
