import { Group, Tag } from './tags';

/** A value with its syntax. What it holds follows from the tag; out-of-band values hold null. */
export interface Value {
  readonly tag: number;
  readonly value:
    number | boolean | string | Date | Buffer | Range | Resolution | Localised | readonly Attribute[] | null;
}
export interface Range {
  readonly low: number;
  readonly high: number;
}
/** Dots by unit: 3 an inch, 4 a centimetre. */
export interface Resolution {
  readonly across: number;
  readonly feed: number;
  readonly unit: number;
}
export interface Localised {
  readonly language: string;
  readonly text: string;
}
export interface Attribute {
  readonly name: string;
  readonly values: readonly Value[];
}
export interface AttributeGroup {
  readonly tag: number;
  readonly attributes: readonly Attribute[];
}
/** A request or response: `code` is the operation or the status. */
export interface Message {
  readonly version: readonly [number, number];
  readonly code: number;
  readonly requestId: number;
  readonly groups: readonly AttributeGroup[];
}

/** Bytes that are no IPP message. */
export class IppSyntaxError extends Error {}

/** More bytes are needed than are at hand. */
export class IppIncomplete extends IppSyntaxError {}

const integer = (n: number): Buffer => {
  const b = Buffer.alloc(4);
  b.writeInt32BE(n);
  return b;
};

function encodeValue(v: Value): Buffer {
  const { value } = v;
  switch (v.tag) {
    case Tag.integer:
    case Tag.enum:
      return integer(value as number);
    case Tag.boolean:
      return Buffer.from([value ? 1 : 0]);
    case Tag.rangeOfInteger:
      return Buffer.concat([integer((value as Range).low), integer((value as Range).high)]);
    case Tag.resolution: {
      const r = value as Resolution;
      return Buffer.concat([integer(r.across), integer(r.feed), Buffer.from([r.unit])]);
    }
    case Tag.dateTime: {
      // RFC 2579 DateAndTime, in UTC
      const d = value as Date;
      const b = Buffer.alloc(11);
      b.writeUInt16BE(d.getUTCFullYear(), 0);
      b.set(
        [
          d.getUTCMonth() + 1,
          d.getUTCDate(),
          d.getUTCHours(),
          d.getUTCMinutes(),
          d.getUTCSeconds(),
          Math.floor(d.getUTCMilliseconds() / 100),
          0x2b,
          0,
          0,
        ],
        2,
      );
      return b;
    }
    case Tag.textWithLanguage:
    case Tag.nameWithLanguage: {
      const l = value as Localised;
      return Buffer.concat([sized(Buffer.from(l.language)), sized(Buffer.from(l.text))]);
    }
    case Tag.octetString:
      return Buffer.isBuffer(value) ? value : Buffer.from(String(value));
    default:
      return value === null || typeof value === 'object' ? Buffer.alloc(0) : Buffer.from(String(value));
  }
}

function sized(b: Buffer): Buffer {
  const n = Buffer.alloc(2);
  n.writeUInt16BE(b.length);
  return Buffer.concat([n, b]);
}

function encodeAttribute(a: Attribute, out: Buffer[]): void {
  a.values.forEach((v, i) => {
    out.push(Buffer.from([v.tag]), sized(Buffer.from(i === 0 ? a.name : '')));
    if (v.tag !== Tag.begCollection) {
      out.push(sized(encodeValue(v)));
      return;
    }
    // RFC 8010, 3.1.6: member names are values of their own, and member values have no name
    out.push(sized(Buffer.alloc(0)));
    for (const member of v.value as readonly Attribute[]) {
      out.push(Buffer.from([Tag.memberAttrName, 0, 0]), sized(Buffer.from(member.name)));
      encodeAttribute({ name: '', values: member.values }, out);
    }
    out.push(Buffer.from([Tag.endCollection, 0, 0, 0, 0]));
  });
}

/** The bytes of a message; document data, if any, follows them. */
export function encode(m: Message): Buffer {
  const head = Buffer.alloc(8);
  head.writeUInt8(m.version[0], 0);
  head.writeUInt8(m.version[1], 1);
  head.writeUInt16BE(m.code, 2);
  head.writeInt32BE(m.requestId, 4);
  const out: Buffer[] = [head];
  for (const g of m.groups) {
    out.push(Buffer.from([g.tag]));
    for (const a of g.attributes) encodeAttribute(a, out);
  }
  out.push(Buffer.from([Group.end]));
  return Buffer.concat(out);
}

function decodeValue(tag: number, b: Buffer): Value {
  const need = (n: number): void => {
    if (b.length !== n)
      throw new IppSyntaxError(`A value of syntax 0x${tag.toString(16)} has ${b.length} bytes instead of ${n}.`);
  };
  switch (tag) {
    case Tag.integer:
    case Tag.enum:
      need(4);
      return { tag, value: b.readInt32BE(0) };
    case Tag.boolean:
      need(1);
      return { tag, value: b[0] !== 0 };
    case Tag.rangeOfInteger:
      need(8);
      return { tag, value: { low: b.readInt32BE(0), high: b.readInt32BE(4) } };
    case Tag.resolution:
      need(9);
      return { tag, value: { across: b.readInt32BE(0), feed: b.readInt32BE(4), unit: b[8]! } };
    case Tag.dateTime: {
      need(11);
      const offset = (b[8] === 0x2d ? -1 : 1) * (b[9]! * 60 + b[10]!);
      return {
        tag,
        value: new Date(Date.UTC(b.readUInt16BE(0), b[2]! - 1, b[3]!, b[4]!, b[5]! - offset, b[6]!, b[7]! * 100)),
      };
    }
    case Tag.textWithLanguage:
    case Tag.nameWithLanguage: {
      if (b.length < 4) throw new IppSyntaxError('A localised value is cut short.');
      const n = b.readUInt16BE(0);
      if (b.length < n + 4) throw new IppSyntaxError('A localised value is cut short.');
      return { tag, value: { language: b.toString('utf8', 2, 2 + n), text: b.toString('utf8', 4 + n) } };
    }
    case Tag.octetString:
      return { tag, value: Buffer.from(b) };
    default:
      return tag < 0x20 ? { tag, value: null } : { tag, value: b.toString('utf8') };
  }
}

/**
 * Reads a message; `end` is where document data begins.
 * @throws IppIncomplete where bytes are missing, IppSyntaxError where they are wrong
 */
export function decode(bytes: Buffer): { message: Message; end: number } {
  let at = 0;
  const take = (n: number): Buffer => {
    if (at + n > bytes.length) throw new IppIncomplete('The message is cut short.');
    return bytes.subarray(at, (at += n));
  };
  const u8 = (): number => take(1)[0]!;
  const sizedBytes = (): Buffer => take(take(2).readUInt16BE(0));

  const readValue = (tag: number, depth: number): Value => {
    const data = sizedBytes();
    if (tag !== Tag.begCollection) return decodeValue(tag, data);
    if (depth > 16) throw new IppSyntaxError('Collections are nested too deeply.');
    const members: { name: string; values: Value[] }[] = [];
    for (;;) {
      const next = u8();
      const name = sizedBytes();
      if (next === Tag.endCollection) {
        sizedBytes();
        return { tag, value: members };
      }
      if (name.length > 0) throw new IppSyntaxError('A member of a collection has a name of its own.');
      if (next === Tag.memberAttrName) members.push({ name: sizedBytes().toString(), values: [] });
      else {
        const member = members.at(-1);
        if (!member) throw new IppSyntaxError('A collection starts with a value.');
        member.values.push(readValue(next, depth + 1));
      }
    }
  };

  const version: [number, number] = [u8(), u8()];
  const code = take(2).readUInt16BE(0);
  const requestId = take(4).readInt32BE(0);
  const groups: { tag: number; attributes: { name: string; values: Value[] }[] }[] = [];
  for (;;) {
    const tag = u8();
    if (tag === Group.end) return { message: { version, code, requestId, groups }, end: at };
    if (tag < 0x10) {
      groups.push({ tag, attributes: [] });
      continue;
    }
    const group = groups.at(-1);
    if (!group) throw new IppSyntaxError('A value stands before the first group.');
    const name = sizedBytes().toString();
    const value = readValue(tag, 0);
    if (name) group.attributes.push({ name, values: [value] });
    else {
      const last = group.attributes.at(-1);
      if (!last) throw new IppSyntaxError('A further value has no attribute before it.');
      last.values.push(value);
    }
  }
}

const make =
  <T extends Value['value']>(tag: number) =>
  (name: string, ...values: T[]): Attribute => ({ name, values: values.map((value) => ({ tag, value })) });

/** Builders of attributes: `ipp.keyword('sides', 'one-sided')`. */
export const ipp = {
  integer: make<number>(Tag.integer),
  enum: make<number>(Tag.enum),
  boolean: make<boolean>(Tag.boolean),
  keyword: make<string>(Tag.keyword),
  name: make<string>(Tag.name),
  text: make<string>(Tag.text),
  uri: make<string>(Tag.uri),
  uriScheme: make<string>(Tag.uriScheme),
  charset: make<string>(Tag.charset),
  language: make<string>(Tag.naturalLanguage),
  mime: make<string>(Tag.mimeMediaType),
  range: make<Range>(Tag.rangeOfInteger),
  resolution: make<Resolution>(Tag.resolution),
  dateTime: make<Date>(Tag.dateTime),
  collection: make<readonly Attribute[]>(Tag.begCollection),
  none: (name: string, tag: number = Tag.noValue): Attribute => ({ name, values: [{ tag, value: null }] }),
} as const;

/** The attributes of the first group of a kind, by name. */
export function attributesOf(m: Message, group: number): Map<string, readonly Value[]> {
  const found = m.groups.find((g) => g.tag === group);
  return new Map((found?.attributes ?? []).map((a) => [a.name, a.values]));
}

/** A single value as text, or undefined where there is none. */
export function textOf(values: readonly Value[] | undefined): string | undefined {
  const v = values?.[0]?.value;
  if (typeof v === 'string') return v;
  if (v && typeof v === 'object' && 'text' in v) return v.text;
  return undefined;
}

/** A single value as a number, or undefined where it is none. */
export function numberOf(values: readonly Value[] | undefined): number | undefined {
  const v = values?.[0]?.value;
  return typeof v === 'number' ? v : undefined;
}

/** All values that are text. */
export const textsOf = (values: readonly Value[] | undefined): string[] =>
  (values ?? []).flatMap((v) => (typeof v.value === 'string' ? [v.value] : []));
