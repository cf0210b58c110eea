import { XMLBuilder } from 'fast-xml-parser';

/** Writes elements one after the other, so that a layout of many sheets is never held whole. */

export interface Writing {
  readonly name: string;
  /** Those that are undefined are left out. */
  readonly attributes?: Readonly<Record<string, string | number | undefined>>;
  readonly children?: readonly Writing[];
}

const builder = new XMLBuilder({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  suppressEmptyNode: true,
  suppressBooleanAttributes: false,
  format: true,
  indentBy: ' ',
});

const built = ({ name, attributes = {}, children = [] }: Writing): Record<string, unknown> => ({
  [name]: children.map(built),
  ':@': Object.fromEntries(
    Object.entries(attributes).flatMap(([k, v]) => (v === undefined ? [] : [[k, keepable(String(v))]])),
  ),
});

/** What XML can hold (XML 1.0, 2.2): other control characters than tab and line ends it cannot, not even escaped. */
const keepable = (text: string): string => text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');

/** An element with all that is in it. */
export const element = (it: Writing): string => `${builder.build([built(it)]).trim()}\n`;

/** The beginning of an element whose contents are written after it, by themselves. */
export const opening = (it: Omit<Writing, 'children'>): string => element(it).replace(/\/>\n$/, '>\n');
export const closing = (name: string): string => `</${name}>\n`;

export const DECLARATION = '<?xml version="1.0" encoding="UTF-8"?>\n';
