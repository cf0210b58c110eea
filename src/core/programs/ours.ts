import type { Reads, SlitProgram } from '../shop';
import { TicketError } from '../ticket/error';
import { element, DECLARATION, type Writing } from '../ticket/write';
import type { Element } from '../ticket/xml';
import type { Importer, Programs, Raw } from './kinds';
import { childrenOf, mm, numberIn } from './reading';

/** Our own form, `docs/programs.xsd`: an element for every program, and in it one for every line. */
export const NAMESPACE = 'urn:odd-sparrow:programs:1';

type LineName = 'Slit' | 'CrossCut' | 'Score' | 'Perforation';

function readsIn(root: Element): unknown {
  const [reads] = childrenOf(root, 'Reads');
  if (!reads) return null;
  const [mark] = childrenOf(reads, 'Mark');
  const [code] = childrenOf(reads, 'Code');
  if (!mark) throw new TicketError('<Reads> has no <Mark>.');
  const at = (it: Element, ...keys: string[]): Record<string, number> =>
    Object.fromEntries(keys.map((k) => [k, numberIn(it, k)]));
  return {
    mark: at(mark, 'side', 'lead', 'length', 'width'),
    code: code ? { ...at(code, 'side', 'lead', 'width', 'height'), symbology: code.attributes.symbology } : null,
  };
}

function programIn(it: Element): Raw['programs'][number] {
  const [sheet] = childrenOf(it, 'Sheet');
  if (!sheet) throw new TicketError(`Program ${it.attributes.number ?? ''} has no <Sheet>.`);
  const at = (name: LineName, way?: string): number[] =>
    childrenOf(it, name)
      .filter((l) => way === undefined || l.attributes.way === way)
      .map((l) => numberIn(l, 'at'));
  for (const name of ['Score', 'Perforation'] as const)
    for (const { attributes } of childrenOf(it, name))
      if (attributes.way !== 'along' && attributes.way !== 'across')
        throw new TicketError(`A <${name}> says way="along" or way="across".`);
  const ways = (name: 'Score' | 'Perforation'): object => ({ along: at(name, 'along'), across: at(name, 'across') });
  return {
    number: numberIn(it, 'number'),
    name: it.attributes.name ?? '',
    sheet: { width: numberIn(sheet, 'across'), height: numberIn(sheet, 'along') },
    slits: at('Slit'),
    crossCuts: at('CrossCut'),
    scores: ways('Score'),
    perforations: ways('Perforation'),
  };
}

export const ours: Importer = {
  called: 'the open form',
  takes: ({ name }, namespaces) => name === 'Programs' && namespaces.includes(NAMESPACE),
  read: (root) => ({
    machine: root.attributes.machine ?? null,
    reads: readsIn(root),
    programs: childrenOf(root, 'Program').map(programIn),
  }),
};

function readsWritten({ mark, code }: Reads): Writing {
  const { side, lead, length, width } = mark;
  return {
    name: 'Reads',
    children: [
      { name: 'Mark', attributes: { side: mm(side), lead: mm(lead), length: mm(length), width: mm(width) } },
      ...(code
        ? [
            {
              name: 'Code',
              attributes: {
                symbology: code.symbology,
                side: mm(code.side),
                lead: mm(code.lead),
                width: mm(code.width),
                height: mm(code.height),
              },
            },
          ]
        : []),
    ],
  };
}

function programWritten({ number, name, sheet, slits, crossCuts, scores, perforations }: SlitProgram): Writing {
  const lines = (called: LineName, at: readonly number[], way?: 'along' | 'across'): Writing[] =>
    at.map((v) => ({ name: called, attributes: { way, at: mm(v) } }));
  return {
    name: 'Program',
    attributes: { number, name },
    children: [
      { name: 'Sheet', attributes: { across: mm(sheet.width), along: mm(sheet.height) } },
      ...lines('Slit', slits),
      ...lines('CrossCut', crossCuts),
      ...lines('Score', scores.along, 'along'),
      ...lines('Score', scores.across, 'across'),
      ...lines('Perforation', perforations.along, 'along'),
      ...lines('Perforation', perforations.across, 'across'),
    ],
  };
}

/** Writes programs in our own form. */
export const programsWritten = ({ machine, reads, programs }: Programs): string =>
  DECLARATION +
  element({
    name: 'Programs',
    attributes: { xmlns: NAMESPACE, machine: machine ?? undefined },
    children: [...(reads ? [readsWritten(reads)] : []), ...programs.map(programWritten)],
  });
