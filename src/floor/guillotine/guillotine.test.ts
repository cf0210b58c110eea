import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cutsOf, plan, type Plan, type Rect } from '../../core';
import { pilesOfJob, pilesWritten } from '../../core/programs';
import { changed, GUILLOTINE } from '../../core/testing';
import { readArtwork } from '../../pdf';
import { scratch } from '../../pdf/testing';
import { startFloor, type Floor } from '../server';
import { printed, SLIT } from '../slitter/testing';
import { printOn } from '../testing';
import type { guillotineState } from './answer';

const dir = scratch();
let floor: Floor;
let out: string;
let planned: Plan;
/** Programs of the tickets: for one lift, and for lifts of a millimetre. */
const [file, bySheets] = [{ text: '' }, { text: '' }];

const start = (): Promise<Floor> =>
  startFloor({ name: 'Plover', port: 0, spool: join(dir, 'spool'), speed: 360_000, factor: 100 });
beforeAll(async () => {
  const job = await printed(SLIT);
  out = job.out;
  const { artwork } = await readArtwork(job.source, `${job.source}.again`);
  const on = (lift: number) =>
    changed(job.docket, {
      product: { copies: 40 },
      finish: { route: [{ process: 'cut', machine: { ...GUILLOTINE, lift } }] },
    });
  planned = plan(on(80), artwork);
  file.text = pilesWritten(pilesOfJob(on(80), planned, 'Tickets'));
  const few = on(1);
  bySheets.text = pilesWritten(pilesOfJob({ ...few, title: 'x' }, plan(few, artwork), 'Tickets'));
  floor = await start();
});
afterAll(() => floor.close());

type State = ReturnType<typeof guillotineState>;
const at = (path: string): string => `http://127.0.0.1:${floor.port}/guillotine/${path}`;
const state = async (): Promise<State> => (await (await fetch(at('state'))).json()) as State;
const post = (path: string, body?: string): Promise<Response> =>
  fetch(at(path), { method: 'POST', ...(body === undefined ? {} : { body }) });
const take = (job: number, program: string): Promise<Response> =>
  post(`take?job=${job}&program=${encodeURIComponent(program)}`);

const print = (name: string, copies: number): Promise<number> => printOn(floor.press, out, name, copies);
const near = (a: Rect, b: Rect): boolean =>
  (['x', 'y', 'width', 'height'] as const).every((k) => Math.abs(a[k] - b[k]) < 0.02);

describe('the stand-in guillotine', () => {
  let program: string;
  it('takes a stack by a program that was written for its sheets, and no other', async () => {
    const id = await print('Tickets', 3);
    expect((await take(id, 'Tickets')).status).toBe(409);
    expect((await post('programs', 'no xml')).status).toBe(422);
    expect((await post('programs', file.text)).status).toBe(200);
    program = (await state()).programs[0]!;
    const other = file.text.replaceAll('width="450"', 'width="440"');
    expect((await post('programs', other)).status).toBe(200);
    expect(await (await take(id, program)).text()).toBe(
      'The program is for 440.0 × 320.0 mm; these sheets are 450.0 × 320.0 mm. Take the program that was written for them.',
    );
    expect((await post('programs', file.text)).status).toBe(200);
    expect((await state()).programs).toEqual([program]);
    expect((await state()).waiting.map((w) => w.job)).toEqual([id]);
    expect((await take(99, program)).status).toBe(409);
    expect((await take(id, program)).status).toBe(200);
    const { hand, waiting } = await state();
    expect(hand).toMatchObject({ name: 'Tickets', lift: 0, cut: 0, state: 'running' });
    expect(waiting).toEqual([]);
    // what it has in hand the slitter does not take
    const refused = await fetch(`http://127.0.0.1:${floor.port}/slitter/take?job=${id}`, { method: 'POST' });
    expect([refused.status, await refused.text()]).toEqual([409, 'Another machine has that stack.']);
  });

  it('sets its back gauge cut by cut, and brings out every piece of the plan', async () => {
    const measures: number[] = [];
    for (;;) {
      const { table } = await state();
      if (table!.measure === null) break;
      measures.push(table!.measure);
      expect((await post('cut')).status).toBe(200);
    }
    const lay = planned.sheets.main.lay;
    const wanted = cutsOf(lay).programOn(GUILLOTINE);
    if (!('cuts' in wanted)) throw new Error('These are cut.');
    expect(measures).toEqual(wanted.cuts.map((c) => expect.closeTo(c.measure, 2) as number));
    const { table, hand } = await state();
    const lie = [...table!.hand, ...table!.aside];
    for (const piece of cutsOf(lay).pieces) expect(lie.filter((r) => near(r, piece))).toHaveLength(1);
    // no paper is lost, none is there twice
    const area = lie.reduce((a, r) => a + r.width * r.height, 0);
    expect(area).toBeCloseTo(450 * 320, 0);
    expect(hand!.state).toBe('running');
    expect((await post('cut')).status).toBe(200);
    expect((await state()).hand!.state).toBe('done');
    expect((await post('cut')).status).toBe(409);
  });

  it('cuts lift by lift, and has everything still when it is started again', async () => {
    const id = await print('Tickets again', 40);
    expect((await post('programs', bySheets.text)).status).toBe(200);
    const { programs } = await state();
    expect(programs).toEqual([program]);
    expect((await take(id, program)).status).toBe(200);
    const first = await state();
    expect(first.table!.lifts).toBeGreaterThan(1);
    await post('cut');
    await post('cut');
    const before = await state();
    await floor.close();
    floor = await start();
    expect(await state()).toEqual(before);
    // nobody changes the program of what is in hand
    expect((await post('programs', file.text)).status).toBe(409);
    const { cuts, lifts } = before.table!;
    // every cut of every lift, and once each lift to lay in the next
    for (let n = 2; n < (cuts + 1) * lifts; n++) expect((await post('cut')).status).toBe(200);
    expect((await state()).hand!.state).toBe('done');
    expect(floor.guillotine.standing()).toMatchObject({ state: 'idle', job: null });
  });

  it('draws the sheet that is on top, and says how it stands', async () => {
    const id = await print('Tickets once more', 1);
    expect((await take(id, program)).status).toBe(200);
    const sheet = await fetch(at('sheet.jpg'));
    expect([sheet.status, sheet.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
    expect((await fetch(at('').slice(0, -1))).status).toBe(200);
    expect(floor.guillotine.standing()).toMatchObject({
      device: 'Avocet',
      state: 'running',
      job: { name: 'Tickets once more', done: 0, percent: 0 },
    });
    await post('cut');
    const { table } = await state();
    expect(floor.guillotine.standing().job!.percent).toBeCloseTo(100 / table!.cuts, 0);
    const busy = await print('Another', 1);
    expect(await (await take(busy, program)).text()).toBe('Tickets once more is in hand: cut it first.');
    expect((await fetch(at('cut'))).status).toBe(405);
    expect((await post('nothing')).status).toBe(404);
  });

  it('lays back what it can no longer go on with', async () => {
    expect((await state()).hand!.state).toBe('running');
    await floor.close();
    writeFileSync(join(dir, 'spool', 'guillotine', 'cuts.xml'), '<CutPrograms');
    floor = await start();
    const { hand, table, programs } = await state();
    expect([hand, table, programs]).toEqual([null, null, []]);
    expect((await post('programs', file.text)).status).toBe(200);
  });

  it('forgets a file half written', async () => {
    await floor.close();
    writeFileSync(join(dir, 'spool', 'guillotine', 'hand.json'), '{"hand": {"job"');
    floor = await start();
    const { hand, table, programs } = await state();
    expect([hand, table]).toEqual([null, null]);
    expect(programs).toEqual([program]);
  });
});
