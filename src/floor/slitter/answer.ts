import { TicketError } from '../../core/ticket';
import { codeText } from '../../core';
import { sheetsOf, type Press } from '../press';
import { queryOf, textOf, type Asked } from '../asked';
import { slitterPage } from './page';
import type { Slitter, StopReason } from './slitter';

const WORDS: Readonly<Record<StopReason, string>> = {
  'no-mark': 'There is no register mark where it looks.',
  'no-code': 'The code cannot be read: the sheet may be dirty.',
  'no-program': 'It has no program of that number. Read the file that the job’s program was written to.',
  'other-sheet': 'The program is for a sheet of another size.',
  'out-of-square': 'Its corners are no right angles: cut it square first, or put it aside.',
  'not-loaded': 'Nothing is loaded. Read a file of programs.',
  failed: 'The sheet could not be looked at.',
};

/** What its page shows. */
/** @param elsewhere whether another machine has a stack */
export function slitterState(slitter: Slitter, press: Press, elsewhere: (job: number) => boolean = () => false) {
  const taken = new Set(slitter.all().map((s) => s.job));
  return {
    name: slitter.options.name,
    flaw: slitter.flawOfNext,
    programs: slitter.programs.programs.map((p) => `${codeText(p.number)} ${p.name}`),
    stacks: [...slitter.all()].reverse().map((s) => ({
      ...s,
      sheets: s.unlike * s.copies,
      why: s.stop && `${WORDS[s.stop]}${s.said ? ` (${s.said})` : ''}`,
    })),
    waiting: press
      .all()
      .filter((j) => j.state === 'completed' && j.pages > 0 && !taken.has(j.id) && !elsewhere(j.id))
      .map((j) => ({ job: j.id, name: j.name, sheets: sheetsOf(j, j.pages * j.copies) }))
      .reverse(),
  };
}

/** Takes a press's job out of its output. @throws RangeError where there is none */
function take(slitter: Slitter, press: Press, id: number): void {
  const job = press.job(id);
  if (!job || job.state !== 'completed') throw new RangeError('There is no such stack in the output.');
  const sides = job.sides === 'one-sided' ? 1 : 2;
  slitter.take({ job: id, name: job.name, unlike: Math.ceil(job.pages / sides), copies: job.copies, sides });
}

/** Answers what is asked of the slitter. @returns whether it was for it */
export function answerSlitter(
  slitter: Slitter,
  press: Press,
  { req, pathname, send }: Asked,
  elsewhere: (job: number) => boolean = () => false,
): boolean {
  if (pathname !== '/slitter' && !pathname.startsWith('/slitter/')) return false;
  const state = (): void => send(200, 'application/json', JSON.stringify(slitterState(slitter, press, elsewhere)));
  const doing = (work: () => void): void => {
    try {
      work();
      state();
    } catch (e) {
      send(e instanceof RangeError ? 409 : 500, 'text/plain', (e as Error).message);
    }
  };
  const picture = /^\/slitter\/pieces\/(\d+)-(\d+)-(\d+)\.jpg$/.exec(pathname);
  const what = pathname.slice('/slitter/'.length);
  if (pathname === '/slitter') send(200, 'text/html; charset=utf-8', slitterPage(slitter.options.name));
  else if (what === 'state') state();
  else if (picture) {
    const jpeg = slitter.piece(Number(picture[1]), Number(picture[2]), Number(picture[3]));
    if (jpeg) send(200, 'image/jpeg', jpeg);
    else send(404, 'text/plain', 'There is no such piece.');
  } else if (req.method !== 'POST') send(405, 'text/plain', 'This is done by POST.');
  else if (what === 'take') {
    const job = queryOf(req).get('job');
    doing(() => {
      if (elsewhere(Number(job))) throw new RangeError('Another machine has that stack.');
      take(slitter, press, Number(job));
    });
  } else if (what === 'programs')
    textOf(req).then(
      (text) => {
        try {
          slitter.load(text);
          state();
        } catch (e) {
          send(e instanceof TicketError ? 422 : 500, 'text/plain', (e as Error).message);
        }
      },
      (e: Error) => send(e instanceof TicketError ? 413 : 400, 'text/plain', e.message),
    );
  else if (what === 'go-on') doing(() => slitter.goOn(false));
  else if (what === 'put-aside') doing(() => slitter.goOn(true));
  else if (what === 'dirty' || what === 'out-of-square') doing(() => slitter.spoil(what));
  else send(404, 'text/plain', 'Nothing here.');
  return true;
}
