import { cheapestStock, machineTakes } from '../docket';
import { formatSize, lying } from '../measure';
import { plural, type Finding, type Inspected } from './kinds';

/** A stock that the machine does not take. */
export function machineTakesFinding({ docket, shop, unit }: Inspected): Finding[] {
  const { stock, machine } = docket.sheet;
  if (machineTakes(machine, stock)) return [];
  const other = cheapestStock(docket, shop);
  return [
    {
      id: 'machine-takes',
      severity: 'stop',
      station: 'sheet',
      title: `${machine.name} does not take ${stock.format}`,
      detail: `${stock.format} is ${formatSize(lying(stock), unit)}; it takes ${formatSize(lying(machine.smallest), unit)} to ${formatSize(lying(machine.largest), unit)}.`,
      remedies: [
        ...(other ? [{ label: `${other.name} ${other.format} instead`, patch: { sheet: { stock: other } } }] : []),
        ...shop.machines
          .filter((m) => m.id !== machine.id && machineTakes(m, stock))
          .map((m) => ({ label: `Run on ${m.name}`, patch: { sheet: { machine: m } } })),
      ],
    },
  ];
}

const MARK_NAMES = {
  crop: 'crop marks',
  register: 'register marks',
  fold: 'fold marks',
  slug: 'the slug line',
} as const;

/** Marks that were wished for and found no room. */
export function marksRoomFinding({ docket, marks, plan }: Inspected): Finding[] {
  if (marks.noRoom.length === 0 || !plan.layout.fits) return [];
  const names = marks.noRoom.map((k) => MARK_NAMES[k]).join(' and ');
  const cutsMatter = marks.noRoom.includes('crop');
  return [
    {
      id: 'marks-room',
      severity: cutsMatter ? 'look' : 'fine',
      station: 'marks',
      title: `No room for ${names}`,
      detail: 'Pages and bleed take the printable part of the sheet to its edges.',
      remedies: [
        ...(docket.sheet.up === 'most' && plan.layout.slots.length > 1
          ? [{ label: 'One up instead', detail: 'leaves room around it', patch: { sheet: { up: 'one' as const } } }]
          : []),
        {
          label: `Do without ${names}`,
          patch: { marks: Object.fromEntries(marks.noRoom.map((k) => [k, { on: false }])) },
        },
      ],
    },
  ];
}

/** Cross-grain folds crack on heavy paper. */
export function grainFinding({ docket, plan, shop }: Inspected): Finding[] {
  const { stock } = docket.sheet;
  const { layout } = plan;
  // the last fold is the spine
  const spine = layout.block.folds.reduce<(typeof layout.block.folds)[0] | null>(
    (m, f) => (!m || f.order > m.order ? f : m),
    null,
  );
  if (!spine) return [];
  const foldUpright = (spine.axis === 'upright') !== layout.rotated;
  const grainLevel = stock.grain === 'long';
  if (stock.grammage < 170 || foldUpright !== grainLevel) return [];
  const other = shop.stocks.find(
    (s) => s.grain !== stock.grain && s.format === stock.format && s.grammage >= stock.grammage * 0.9,
  );
  return [
    {
      id: 'grain',
      severity: 'look',
      station: 'sheet',
      title: 'The fold runs across the grain',
      detail: `At ${stock.grammage} g/m² it may crack at the spine; crease it before folding, or take a stock of the other grain.`,
      remedies: other
        ? [{ label: `${other.name} ${other.format}, ${other.grain} grain`, patch: { sheet: { stock: other } } }]
        : [],
    },
  ];
}

/** Artwork without pages, and notes from the way in. */
export function artworkNotes({ artwork }: Inspected): Finding[] {
  const found: Finding[] = artwork.notes.map((note, i) => ({
    id: `note-${i}`,
    severity: 'fine' as const,
    station: 'artwork' as const,
    title: note,
    detail: '',
    remedies: [],
  }));
  if (artwork.pages.length === 0)
    found.push({
      id: 'no-pages',
      severity: 'stop',
      station: 'artwork',
      title: 'The artwork has no pages',
      detail: 'Swap it for a file that has some.',
      remedies: [],
    });
  if (artwork.inks.length > 0)
    found.push({
      id: 'inks',
      severity: 'fine',
      station: 'artwork',
      title: `${plural(artwork.inks.length, 'spot ink')}: ${artwork.inks.slice(0, 4).join(', ')}`,
      detail: 'Carried through untouched; marks print in them too.',
      remedies: [],
    });
  return found;
}
