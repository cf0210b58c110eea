import { Lexer } from '../syntax/lexer';
import { PdfSyntaxError, type Dict, type PdfValue } from '../syntax/objects';

/** An operator of a content stream with what stands before it (ISO 32000-1, 7.8.2). */
export interface Operation {
  readonly operator: string;
  readonly operands: readonly PdfValue[];
  /** Where it stands, its operands included. */
  readonly from: number;
  readonly to: number;
  /** Of an inline image (8.9.7), which counts as one operator `BI`: its dictionary by long names, and its data. */
  readonly image?: { readonly dict: Dict; readonly data: string };
}

/** Operands that are kept: no operator takes more, but for colours of many inks. */
const MOST_OPERANDS = 64;

/** The operators of a content stream in their order. What cannot be read is stepped over, as readers do. */
export function* operations(text: string): Generator<Operation> {
  const lexer = new Lexer(text);
  let operands: PdfValue[] = [];
  let from = 0;
  for (;;) {
    lexer.skipWhite();
    if (lexer.at >= text.length) return;
    if (operands.length === 0) from = lexer.at;
    const before = lexer.at;
    let value: PdfValue;
    try {
      value = lexer.value();
    } catch (e) {
      if (!(e instanceof PdfSyntaxError)) throw e;
      lexer.at = before + 1;
      operands = [];
      continue;
    }
    if (typeof value !== 'string' || !isOperator(value)) {
      if (operands.length < MOST_OPERANDS) operands.push(value);
      continue;
    }
    if (value === 'BI') {
      const image = inlineImage(lexer);
      if (image) yield { operator: 'BI', operands: [], from, to: lexer.at, image };
    } else yield { operator: value, operands, from, to: lexer.at };
    operands = [];
  }
}

const isOperator = (v: string): boolean => /^[A-Za-z'"]/.test(v) && v !== 'true' && v !== 'false' && v !== 'null';

/** Names of entries, and of filters, as inline images may shorten them (tables 93 and 94). */
const LONG: Readonly<Record<string, string>> = {
  '/BPC': '/BitsPerComponent',
  '/CS': '/ColorSpace',
  '/D': '/Decode',
  '/DP': '/DecodeParms',
  '/F': '/Filter',
  '/H': '/Height',
  '/IM': '/ImageMask',
  '/I': '/Interpolate',
  '/W': '/Width',
  '/L': '/Length',
};

function inlineImage(lexer: Lexer): Operation['image'] | null {
  const dict: Dict = new Map();
  const { text } = lexer;
  try {
    for (;;) {
      lexer.skipWhite();
      if (lexer.at >= text.length) return null;
      if (/^ID[\0\t\n\f\r ]/.test(text.slice(lexer.at, lexer.at + 3))) break;
      const key = lexer.value();
      if (typeof key !== 'string' || !key.startsWith('/')) return null;
      dict.set(LONG[key] ?? key, lexer.value());
    }
  } catch (e) {
    if (e instanceof PdfSyntaxError) return null;
    throw e;
  }
  const start = lexer.at + 3;
  const end = endOfData(text, start, dict);
  const data = text.slice(start, end.data);
  lexer.at = end.after;
  return { dict, data };
}

const BITS: Readonly<Record<string, number>> = {
  '/G': 1,
  '/DeviceGray': 1,
  '/RGB': 3,
  '/DeviceRGB': 3,
  '/CMYK': 4,
  '/DeviceCMYK': 4,
};

/** Where an inline image's data end: after so many bytes where that is known, else where `EI` stands alone. */
function endOfData(text: string, start: number, dict: Dict): { readonly data: number; readonly after: number } {
  const number = (key: string): number => Number(dict.get(key));
  let known = number('/Length');
  if (!(known >= 0) && !dict.has('/Filter')) {
    const mask = dict.get('/ImageMask') === 'true';
    const space = dict.get('/ColorSpace');
    const components = mask ? 1 : typeof space === 'string' ? BITS[space] : 1;
    if (components)
      known =
        Math.ceil((number('/Width') * components * (mask ? 1 : number('/BitsPerComponent'))) / 8) * number('/Height');
  }
  if (known >= 0 && start + known <= text.length) {
    const after = /^[\0\t\n\f\r ]*EI(?![A-Za-z0-9])/.exec(text.slice(start + known, start + known + 16));
    if (after) return { data: start + known, after: start + known + after[0].length };
  }
  const END = /[\0\t\n\f\r ]EI(?=[\0\t\n\f\r ]|$)/g;
  END.lastIndex = Math.max(0, start - 1);
  for (let found = END.exec(text); found; found = END.exec(text)) {
    // data may hold these letters by chance: then what follows is no text
    const next = text.slice(END.lastIndex, END.lastIndex + 12);
    if (/^[\t\n\f\r -~]*$/.test(next)) return { data: found.index, after: END.lastIndex };
  }
  return { data: text.length, after: text.length };
}
