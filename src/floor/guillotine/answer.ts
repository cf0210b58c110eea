import { TicketError } from '../../core/ticket';
import type { Size } from '../../core';
import { queryOf, textOf, type Asked } from '../asked';
import { sheetsOf, type Press } from '../press';
import type { Guillotine } from './guillotine';
import { guillotinePage } from './page';

/** What the guillotine asks of those who can look into documents. */
export interface Looking {
  /** The size of a page, mm. @throws where there is none */
  readonly sizeOf: (job: number, page: number) => Promise<Size>;
  /** A page drawn, as JPEG. */
  readonly draw: (job: number, page: number) => Promise<Uint8Array>;
}

/** What its page shows. */
export function guillotineState(it: Guillotine, press: Press, elsewhere: (job: number) => boolean) {
  return {
    name: it.options.name,
    programs: it.programs.map((p) => p.name),
    hand: it.inHand,
    table: it.table(),
    waiting: press
      .all()
      .filter((j) => j.state === 'completed' && j.pages > 0 && !it.has(j.id) && !elsewhere(j.id))
      .map((j) => ({ job: j.id, name: j.name, sheets: sheetsOf(j, j.pages * j.copies) }))
      .reverse(),
  };
}

/** Takes a press's job out of its output. @throws RangeError where it cannot be cut by that program */
async function take(it: Guillotine, press: Press, id: number, program: string, looking: Looking): Promise<void> {
  const job = press.job(id);
  if (!job || job.state !== 'completed') throw new RangeError('There is no such stack in the output.');
  const sides = job.sides === 'one-sided' ? 1 : 2;
  const paper = await looking.sizeOf(id, 1);
  it.take({ job: id, name: job.name, unlike: Math.ceil(job.pages / sides), copies: job.copies, sides }, program, paper);
}

/** Answers what is asked of the guillotine. @param elsewhere whether another machine has a stack @returns whether it was for it */
export function answerGuillotine(
  it: Guillotine,
  press: Press,
  { req, pathname, send }: Asked,
  { looking, elsewhere }: { readonly looking: Looking; readonly elsewhere: (job: number) => boolean },
): boolean {
  if (pathname !== '/guillotine' && !pathname.startsWith('/guillotine/')) return false;
  const state = (): void => send(200, 'application/json', JSON.stringify(guillotineState(it, press, elsewhere)));
  const refused = (e: unknown): void =>
    send(e instanceof TicketError ? 422 : e instanceof RangeError ? 409 : 500, 'text/plain', (e as Error).message);
  const doing = (work: () => void | Promise<void>): void => {
    Promise.resolve().then(work).then(state, refused);
  };
  const what = pathname.slice('/guillotine/'.length);
  if (pathname === '/guillotine') send(200, 'text/html; charset=utf-8', guillotinePage(it.options.name));
  else if (what === 'state') state();
  else if (what === 'sheet.jpg') {
    const [hand, table] = [it.inHand, it.table()];
    if (!hand || !table) send(404, 'text/plain', 'Nothing is in hand.');
    else looking.draw(hand.job, table.page).then((jpeg) => send(200, 'image/jpeg', jpeg), refused);
  } else if (req.method !== 'POST') send(405, 'text/plain', 'This is done by POST.');
  else if (what === 'take') {
    const asked = queryOf(req);
    const job = Number(asked.get('job'));
    doing(() => {
      if (elsewhere(job)) throw new RangeError('Another machine has that stack.');
      return take(it, press, job, asked.get('program') ?? '', looking);
    });
  } else if (what === 'programs') doing(async () => void it.load(await textOf(req)));
  else if (what === 'cut') doing(() => it.cut());
  else send(404, 'text/plain', 'Nothing here.');
  return true;
}
