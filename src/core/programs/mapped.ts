import { TicketError } from '../ticket/error';
import { within, type Element } from '../ticket/xml';
import type { ProgramForm } from './form';
import type { Importer, Raw } from './kinds';

/** The elements at the end of a way of names, from an element on. */
const along = (it: Element, names: readonly string[]): readonly Element[] =>
  names.reduce<readonly Element[]>((at, name) => at.flatMap((e) => e.children.filter((c) => c.name === name)), [it]);

const stepsOf = (way: string): string[] => way.split('/').filter((s) => s !== '');

/** What stands at the end of a way; undefined where nothing does. */
function textAt(it: Element, way: string): string | undefined {
  if (way === '.') return it.text;
  const [elements = '', attribute] = way.split('@');
  const [found] = along(it, stepsOf(elements));
  return attribute === undefined ? found?.text : found?.attributes[attribute];
}

/** A number, with a point or a comma, and perhaps with its unit behind it. @throws TicketError where there is none */
function numberAt(it: Element, way: string): number {
  const text = textAt(it, way);
  const n = Number.parseFloat((text ?? '').trim().replace(',', '.'));
  if (!Number.isFinite(n))
    throw new TicketError(
      text === undefined
        ? `A <${it.name}> has nothing at ${way}, where its form says.`
        : `“${text.slice(0, 40)}” at ${way} of a <${it.name}> is no number.`,
    );
  return n;
}

/** Reads files as a form says that they are written. */
export function mapped(form: ProgramForm): Importer {
  const { millimetres, called } = form;
  const steps = stepsOf(form.program);
  const programsIn = (root: Element): readonly Element[] =>
    within(root, steps[0]!).flatMap((it) => along(it, steps.slice(1)));
  const program = (it: Element): Raw['programs'][number] => {
    const number = numberAt(it, form.number);
    const lines = (is: string, way?: string): number[] =>
      form.lines
        .filter((l) => l.is === is && l.way === way)
        .flatMap(({ each, at, from }) => {
          let last = 0;
          return along(it, stepsOf(each)).map((line) => {
            const mm = numberAt(line, at) * millimetres;
            return (last = from === 'last' ? last + mm : mm);
          });
        });
    const ways = (is: string): object => ({ along: lines(is, 'along'), across: lines(is, 'across') });
    return {
      number,
      name: (form.name === null ? undefined : textAt(it, form.name)?.trim()) || `Program ${number}`,
      sheet: {
        width: numberAt(it, form.across) * millimetres,
        height: numberAt(it, form.along) * millimetres,
      },
      slits: lines('slit'),
      crossCuts: lines('cross cut'),
      scores: ways('score'),
      perforations: ways('perforation'),
    };
  };
  return {
    called: `“${called}”`,
    takes: (root) => programsIn(root).length > 0,
    read: (root) => ({ machine: null, reads: null, programs: programsIn(root).map(program) }),
  };
}
