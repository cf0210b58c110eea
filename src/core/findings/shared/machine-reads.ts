import { cutsOf, isSlit } from '../../cutting';
import { stepOf } from '../../docket';
import { isSetTo, readingOn, scoresAsItSlits, slitsOn, slitterOf, type Reading } from '../../finishing';
import { onForm, withMargin, type Lay } from '../../lay';
import { bounds, contains, formatLength, grow, overlap, type Rect } from '../../measure';
import { MARK_CLEAR } from '../../shop';
import { passedThrough, type Check, type Finding, type Inspected, type Offer } from '../kinds';
import { ELSEWHERE, laidOtherwise, otherMachines } from './finishing-limits';

/** Lays that are looked at: those of a poster are many, and alike in this. */
const MOST_LAYS = 12;

/** What a slitter looks for on a sheet that has no room for it there, or whose program is another by now. */
export const machineReads: Check = (it) => {
  const { finish } = it.docket;
  if (!slitterOf(finish) || passedThrough(it)) return [];
  const lays = it.plan.sheets.lays.filter((lay) => lay.fits && cutsOf(lay).any).slice(0, MOST_LAYS);
  const room = lays.flatMap((lay) => {
    const reading = readingOn(lay, finish);
    return reading ? roomFor(it, lay, reading) : [];
  });
  return [...room.slice(0, 1), ...(lays.length > 0 ? otherProgram(it, lays) : [])];
};

function roomFor(it: Inspected, lay: Lay, { machine, mark, code }: Reading): Finding[] {
  const { docket, unit } = it;
  const zones = [grow(mark, MARK_CLEAR), ...(code ? [code.rect] : [])];
  const pieces = onForm(lay).map(withMargin);
  const outside = zones.some((z) => !contains(lay.printable, z));
  const covered = zones.filter((z) => pieces.some((p) => overlap(z, p)));
  if (!outside && covered.length === 0) return [];
  const { lead, side } = machine.reads!.mark;
  const where = `${formatLength(lead, unit)} from the edge that goes in first and ${formatLength(side, unit)} from the guide`;
  return [
    {
      id: outside ? 'reads-unprinted' : 'reads-room',
      severity: 'stop',
      station: 'finish',
      title: outside
        ? `${docket.sheet.machine.name} does not print where ${machine.name} looks`
        : `Pieces lie where ${machine.name} looks for its mark`,
      detail: outside
        ? `It looks for its register mark ${where}${code ? ', and for its code beside it' : ''}: there the sheet ends, or its edge does not print.`
        : `It looks ${where}${code ? ', and for its code beside it' : ''}. Pieces and their bleed must keep clear of it.`,
      offers: () => [
        ...moved(it, bounds(pieces), covered),
        ...fewer(it, lay),
        ...laidOtherwise(it),
        ...otherMachines(it, 'cut', machine.id),
        ELSEWHERE,
      ],
    },
  ];
}

/** The block moved just so far that what lies in its way is clear, to one side or the other; and with fewer in it. */
function moved({ docket, unit }: Inspected, block: Rect, covered: readonly Rect[]): Offer[] {
  const { product } = docket;
  if (product.kind !== 'flat' || covered.length === 0) return [];
  const { offset } = product.lies;
  const all = bounds(covered);
  const ways = [
    { said: 'to the right', x: all.x + all.width - block.x, y: 0 },
    { said: 'to the left', x: all.x - block.x - block.width, y: 0 },
    { said: 'to the tail', x: 0, y: all.y + all.height - block.y },
    { said: 'to the lead edge', x: 0, y: all.y - block.y - block.height },
  ];
  return ways.map(({ said, x, y }) => ({
    label: `Move them ${formatLength(Math.abs(x + y), unit)} ${said}`,
    patch: { product: { lies: { offset: { x: offset.x + x, y: offset.y + y } } } },
    kind: { name: 'moved', most: 1 },
  }));
}

/** A row or a column fewer. */
function fewer({ docket }: Inspected, { grid }: Lay): Offer[] {
  if (docket.product.kind !== 'flat' || !grid) return [];
  const { columns, rows } = grid;
  const up = (c: number, r: number, label: string): Offer => ({
    label,
    detail: `${c} × ${r} on a sheet`,
    patch: { product: { lies: { columns: c, rows: r } } },
    kind: { name: 'fewer', most: 1 },
  });
  return [
    ...(columns > 1 ? [up(columns - 1, rows, 'One column fewer')] : []),
    ...(rows > 1 ? [up(columns, rows - 1, 'One row fewer')] : []),
  ];
}

/** A program that was chosen, and that the work is no longer laid out for. */
function otherProgram({ docket }: Inspected, lays: readonly Lay[]): Finding[] {
  const { finish } = docket;
  const step = stepOf(finish, 'cut');
  const slitter = slitterOf(finish);
  if (!step?.program || !slitter) return [];
  const { program } = step;
  const same = lays.every((lay) => {
    const slits = slitsOn(lay, slitter, scoresAsItSlits(finish.route, slitter));
    return isSlit(slits) && isSetTo(program, slits);
  });
  if (same) return [];
  const without = { process: step.process, machine: step.machine };
  return [
    {
      id: 'program-other',
      severity: 'look',
      station: 'finish',
      title: `The sheets are no longer laid out for program ${program.number}, ${program.name}`,
      detail: `${slitter.name} is given a program of the job's own, and its sheets say that one's number.`,
      offers: () => [
        {
          label: 'A program of its own',
          detail: `not ${program.name}`,
          patch: { finish: { route: finish.route.map((s) => (s === step ? without : s)) } },
        },
      ],
    },
  ];
}
