import { PdfSyntaxError } from '../syntax/objects';

/** A program of a PostScript calculator function (ISO 32000-1, 7.10.5): numbers, operators, blocks. */
type Step = number | string | readonly Step[];

const MOST_STEPS = 10_000;

/** @throws PdfSyntaxError where braces do not match, or it is beyond all measure */
export function readProgram(text: string): readonly Step[] {
  const words = text.replace(/%[^\r\n]*/g, ' ').match(/[{}]|[^\s{}]+/g) ?? [];
  if (words.length > MOST_STEPS) throw new PdfSyntaxError('A function’s program is too long.');
  const open: Step[][] = [[]];
  for (const word of words) {
    if (word === '{') open.push([]);
    else if (word === '}') {
      const block = open.pop()!;
      if (open.length === 0) throw new PdfSyntaxError('A function’s program ends too early.');
      open.at(-1)!.push(block);
    } else {
      const n = Number(word);
      open.at(-1)!.push(Number.isNaN(n) ? word : n);
    }
  }
  const [all] = open;
  const program = all!.find((s): s is readonly Step[] => Array.isArray(s));
  if (open.length !== 1 || !program) throw new PdfSyntaxError('A function has no program.');
  return program;
}

const DEGREES = 180 / Math.PI;
const turn = (degrees: number): number => ((degrees % 360) + 360) % 360;

/** Operators of one operand, and of two: what is popped first is `b`. */
const ONE: Readonly<Record<string, (a: number) => number>> = {
  abs: Math.abs,
  neg: (a) => -a,
  ceiling: Math.ceil,
  floor: Math.floor,
  round: (a) => Math.floor(a + 0.5),
  truncate: Math.trunc,
  sqrt: (a) => Math.sqrt(Math.max(0, a)),
  sin: (a) => Math.sin(a / DEGREES),
  cos: (a) => Math.cos(a / DEGREES),
  ln: Math.log,
  log: Math.log10,
  cvi: Math.trunc,
  cvr: (a) => a,
  not: (a) => (a === 0 || a === 1 ? 1 - a : ~a),
};
const TWO: Readonly<Record<string, (a: number, b: number) => number>> = {
  add: (a, b) => a + b,
  sub: (a, b) => a - b,
  mul: (a, b) => a * b,
  div: (a, b) => (b === 0 ? 0 : a / b),
  idiv: (a, b) => (b === 0 ? 0 : Math.trunc(a / b)),
  mod: (a, b) => (b === 0 ? 0 : a % b),
  atan: (a, b) => turn(Math.atan2(a, b) * DEGREES),
  exp: (a, b) => a ** b,
  eq: (a, b) => Number(a === b),
  ne: (a, b) => Number(a !== b),
  gt: (a, b) => Number(a > b),
  ge: (a, b) => Number(a >= b),
  lt: (a, b) => Number(a < b),
  le: (a, b) => Number(a <= b),
  and: (a, b) => a & b,
  or: (a, b) => a | b,
  xor: (a, b) => a ^ b,
  bitshift: (a, b) => (b >= 0 ? a << b : a >> -b),
};

const MOST_STACK = 1000;

/** Runs a program on a stack, in place; true is 1, false 0. @throws PdfSyntaxError for an operator that is none */
export function runProgram(program: readonly Step[], stack: number[]): void {
  const pop = (): number => stack.pop() ?? 0;
  for (let i = 0; i < program.length; i++) {
    const step = program[i]!;
    if (stack.length > MOST_STACK) throw new PdfSyntaxError('A function’s program has no end.');
    if (typeof step === 'number') stack.push(step);
    else if (typeof step !== 'string') {
      // a block stands before its `if`, two before their `ifelse`
      const next = program[i + 1];
      if (next === 'if') {
        if (pop() !== 0) runProgram(step, stack);
        i += 1;
      } else if (Array.isArray(next) && program[i + 2] === 'ifelse') {
        runProgram(pop() !== 0 ? step : (next as readonly Step[]), stack);
        i += 2;
      } else throw new PdfSyntaxError('A function’s program has a block that nothing chooses.');
    } else if (Object.hasOwn(ONE, step)) stack.push(ONE[step]!(pop()));
    else if (Object.hasOwn(TWO, step)) {
      const b = pop();
      stack.push(TWO[step]!(pop(), b));
    } else onStack(step, stack);
  }
}

/** Operators that move what lies on the stack. */
function onStack(operator: string, stack: number[]): void {
  switch (operator) {
    case 'true':
    case 'false':
      stack.push(operator === 'true' ? 1 : 0);
      return;
    case 'pop':
      stack.pop();
      return;
    case 'dup':
      stack.push(stack.at(-1) ?? 0);
      return;
    case 'exch':
      stack.push(...stack.splice(-2).reverse());
      return;
    case 'copy': {
      const n = stack.pop() ?? 0;
      if (n > 0 && n <= stack.length) stack.push(...stack.slice(-n));
      return;
    }
    case 'index':
      stack.push(stack.at(-1 - (stack.pop() ?? 0)) ?? 0);
      return;
    case 'roll': {
      const by = stack.pop() ?? 0;
      const n = stack.pop() ?? 0;
      if (!(n > 0 && n <= stack.length)) return;
      const top = stack.splice(-n);
      const shift = ((by % n) + n) % n;
      stack.push(...top.slice(n - shift), ...top.slice(0, n - shift));
      return;
    }
    default:
      throw new PdfSyntaxError(`A function’s program says ${operator.slice(0, 20)}.`);
  }
}
