import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { TicketError } from './error';

/** An element of a ticket: its name without a prefix, what it says, and what is in it. */
export interface Element {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  /** What it says in words, those in its elements not counted. */
  readonly text: string;
}

/** What of a ticket is read at most: no order is larger, and none is deeper. */
const MOST_ELEMENTS = 50_000;
const MOST_LETTERS = 1 << 20;
const DEEPEST = 60;

/** As the parser gives an element whose order counts: its name as a key, `:@` its attributes. */
type Parsed = Readonly<Record<string, unknown>>;

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  preserveOrder: true,
  parseAttributeValue: false,
  parseTagValue: false,
  removeNSPrefix: true,
  ignoreDeclaration: true,
  ignorePiTags: true,
  // numbers of letters as well as the five names that XML has
  htmlEntities: true,
});

/** What the parser makes of a text. @throws TicketError for names that it will not have, and nesting that it will not follow */
function parsed(text: string, what: string): readonly Parsed[] {
  try {
    return parser.parse(text) as readonly Parsed[];
  } catch (e) {
    throw new TicketError(`The ${what} cannot be read. ${sentence((e as Error).message)}`);
  }
}

/**
 * Reads XML (1.0) into elements.
 * @param what it is, as a message calls it
 * @throws TicketError where it is not well-formed, or declares entities
 */
export function readXml(text: string, what: 'ticket' | 'file' = 'ticket'): Element {
  if (text.length > MOST_LETTERS)
    throw new TicketError(`The ${what} is larger than any ${what} of this kind is: more than a million letters.`);
  // what declares its own entities can grow to any size, and no ticket needs to
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    throw new TicketError(`The ${what} has a document type of its own (DOCTYPE). It needs none: leave it out.`);
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    throw new TicketError(`Line ${valid.err.line}: the ${what} is not well-formed XML. ${sentence(valid.err.msg)}`);
  let count = 0;
  const elements = (list: readonly Parsed[], depth: number): Element[] => {
    if (depth > DEEPEST) throw new TicketError(`The ${what} is nested too deeply to be one.`);
    return list.flatMap((it): Element[] => {
      const name = Object.keys(it).find((k) => k !== ':@' && k !== '#text');
      if (name === undefined) return [];
      if (++count > MOST_ELEMENTS) throw new TicketError(`The ${what} has more than ${MOST_ELEMENTS} elements.`);
      const attributes = (it[':@'] ?? {}) as Record<string, string>;
      const inside = it[name] as Parsed[];
      const words = inside.map((c) => (typeof c['#text'] === 'string' ? c['#text'] : '')).join('');
      return [{ name, attributes, children: elements(inside, depth + 1), text: words.trim() }];
    });
  };
  const [root] = elements(parsed(text, what), 0);
  if (!root) throw new TicketError(`The ${what} is empty.`);
  return root;
}

/** What a parser says, as a sentence that is no longer than one. */
function sentence(message: string): string {
  const said = message.length > 160 ? `${message.slice(0, 160)}…` : message;
  return /[.!…]$/.test(said) ? said : `${said}.`;
}

/** All elements of a name, however deep, in order; the element itself among them. */
export function within(element: Element, name: string): Element[] {
  return [...(element.name === name ? [element] : []), ...element.children.flatMap((c) => within(c, name))];
}

/** The attributes of elements that somebody has asked for: what nobody did is told to the operator. */
const known = new WeakMap<Element, Set<string>>();

/** Whether an attribute of an element was asked for. */
export const asked = (e: Element, attribute: string): boolean => known.get(e)?.has(attribute) ?? false;

/** An attribute of the first of some elements that has it and says something. */
export function said(elements: readonly Element[], attribute: string): string | undefined {
  // of several elements each is asked, whichever answers
  for (const e of elements) {
    const names = known.get(e);
    if (names) names.add(attribute);
    else known.set(e, new Set([attribute]));
  }
  for (const e of elements) {
    // a line end in an attribute is a space (XML 1.0, 3.3.3)
    const value = e.attributes[attribute]?.replace(/[\t\r\n]+/g, ' ').trim();
    if (value) return value;
  }
  return undefined;
}
