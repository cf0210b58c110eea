import { STAND_AT, type PlacedMark, type Stand } from '../../docket';
import { boxOf, SYMBOLOGY } from '../../imprint';
import { unknownFacts } from '../../marks';
import { formatLength, type Edges } from '../../measure';
import { SIDE_NAMES } from '../../sheet';
import type { Check, Finding, Offer } from '../kinds';

/** The placed marks with one changed. */
const changed = (all: readonly PlacedMark[], id: string, to: (m: PlacedMark) => PlacedMark): Offer['patch'] => ({
  placed: all.map((m) => (m.id === id ? to(m) : m)),
});

const EDGES = STAND_AT.slice(0, 4);
const EDGE_SAID = { lead: 'the lead edge', tail: 'the tail', left: 'the left', right: 'the right' } as const;

/** Other places that a mark may find: another edge, further in, by the paper where there is no plate. */
function elsewhere(all: readonly PlacedMark[], mark: PlacedMark, hasPlate: boolean, noPrint: Edges): Offer[] {
  const { id, stands } = mark;
  // inside the paper it stands no nearer to the edge than the machine prints
  const least = Math.max(...Object.values(noPrint));
  const at = (change: Partial<Stand>): Offer['patch'] =>
    changed(all, id, (m) => {
      const to = { ...m.stands, ...change };
      return { ...m, stands: to.by === 'paper' ? { ...to, off: Math.max(to.off, least) } : to };
    });
  const off = (label: string): Offer => ({ label, patch: changed(all, id, (m) => ({ ...m, on: false })) });
  if (stands.by === 'plate' && !hasPlate)
    return [{ label: 'On the paper instead', patch: at({ by: 'paper' }) }, off('Leave it out')];
  return [
    ...EDGES.filter((edge) => !(stands.at.length === 1 && stands.at[0] === edge)).map((edge) => ({
      label: `At ${EDGE_SAID[edge as keyof typeof EDGE_SAID]}`,
      patch: at({ at: [edge], along: 0 }),
    })),
    ...(stands.by === 'piece' ? [{ label: 'Round all pieces together', patch: at({ by: 'pieces' }) }] : []),
    off('Leave it out'),
  ];
}

/** Placed marks without a place, that name a fact there is none of, or whose code cannot be read. */
export const placed: Check = ({ docket, plan, marks, unit }) => {
  const all = docket.placed;
  if (all.length === 0 || !plan.sheets.main.lay.fits) return [];
  const hasPlate = plan.sheets.main.lay.plate !== null;
  const missed = new Set(marks.missed);
  const { number } = plan.sheets.main;
  const texts = new Map(
    SIDE_NAMES.flatMap((side) => marks.of(number, side)).flatMap((m): [string, string][] =>
      m.kind === 'code' && m.id !== undefined ? [[m.id, m.text]] : [],
    ),
  );
  return all
    .filter((m) => m.on)
    .flatMap((m): Finding[] => [
      ...(missed.has(m.id)
        ? [
            {
              id: `placed-room-${m.id}`,
              severity: 'look' as const,
              station: 'marks' as const,
              title: `No room for “${m.called}”`,
              detail:
                m.stands.by === 'plate' && !hasPlate
                  ? `It stands on the plate, and ${docket.sheet.machine.name} has none.`
                  : 'Where it stands lie pages, other marks or what the machine does not print, all along its edge.',
              offers: () => elsewhere(all, m, hasPlate, docket.sheet.machine.noPrint),
            },
          ]
        : []),
      ...facts(all, m),
      ...codes(all, m, texts.get(m.id), (mm) => formatLength(mm, unit)),
    ]);
};

function facts(all: readonly PlacedMark[], m: PlacedMark): Finding[] {
  const { is } = m;
  if (is.kind !== 'words' && is.kind !== 'code') return [];
  return unknownFacts(is.text).map((name) => ({
    id: `placed-fact-${m.id}-${name.slice(0, 40)}`,
    severity: 'look' as const,
    station: 'marks' as const,
    title: `“${m.called}” says {${name}}`,
    detail: 'There is no such fact: it would be printed as it stands.',
    offers: () => {
      const text = is.text.replaceAll(`{${name}}`, '').trim();
      return [
        text === ''
          ? { label: 'Leave the mark out', patch: changed(all, m.id, (it) => ({ ...it, on: false })) }
          : { label: 'Without it', patch: changed(all, m.id, (it) => ({ ...it, is: { ...is, text } })) },
      ];
    },
  }));
}

/** A code that no reader is sure of, by what it says on the first sheet; or that cannot say it at all. */
function codes(all: readonly PlacedMark[], m: PlacedMark, text: string | undefined, say: Say): Finding[] {
  const { is } = m;
  if (is.kind !== 'code' || text === undefined) return [];
  const rules = SYMBOLOGY[is.symbology];
  const box = boxOf(is.symbology, text);
  const found = (title: string, detail: string, offers: Offer[]): Finding[] => [
    { id: `placed-code-${m.id}`, severity: 'look', station: 'marks', title, detail, offers: () => offers },
  ];
  const off = { label: 'Leave it out', patch: changed(all, m.id, (it) => ({ ...it, on: false })) };
  if ('wrong' in box) {
    const qr = changed(all, m.id, (it) => ({ ...it, is: { ...is, symbology: 'qr' as const } }));
    return found(`“${m.called}” cannot be made a code`, box.wrong, [{ label: 'As a QR code', patch: qr }, off]);
  }
  const wide = box.columns + box.quiet.left + box.quiet.right;
  const needed = Math.ceil(wide * rules.least);
  if (is.width >= needed) return [];
  const wider = changed(all, m.id, (it) => ({ ...it, is: { ...is, width: needed } }));
  return found(
    `The code of “${m.called}” is too small to be read`,
    `${rules.called} of so much text has ${wide} modules across; at ${say(is.width)} they are narrower than the ${say(rules.least)} that readers are sure of.`,
    [...(needed <= 200 ? [{ label: `${say(needed)} wide`, patch: wider }] : []), off],
  );
}

type Say = (mm: number) => string;
