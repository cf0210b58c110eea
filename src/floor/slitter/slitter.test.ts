import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { programsWritten } from '../../core/programs';
import { startFloor, type Floor } from '../server';
import { printOn, until } from '../testing';
import { scratch } from '../../pdf/testing';
import type { slitterState } from './answer';
import { printed, type Printed, SLIT } from './testing';

const dir = scratch();
let floor: Floor;
let job: Printed;
let programs: string;

const start = (spool: string): Promise<Floor> =>
  startFloor({ name: 'Plover', port: 0, spool: join(dir, spool), speed: 360_000, factor: 100 });
beforeAll(async () => {
  job = await printed(SLIT);
  programs = programsWritten({ machine: 'Redshank', reads: job.machine.reads, programs: job.machine.programs });
  floor = await start('spool');
});
afterAll(() => floor.close());

type State = ReturnType<typeof slitterState>;
const at = (path: string): string => `http://127.0.0.1:${floor.port}/slitter/${path}`;
const state = async (): Promise<State> => (await (await fetch(at('state'))).json()) as State;
const post = (path: string, body?: string): Promise<Response> =>
  fetch(at(path), { method: 'POST', ...(body === undefined ? {} : { body }) });
const stack = async (id: number) => (await state()).stacks.find((s) => s.job === id)!;

/** Prints the imposed sheet so many times. @returns the press's number for it, when it lies in the output */
const print = (copies: number): Promise<number> => printOn(floor.press, job.out, `Tickets ${copies}`, copies);
const settled = (id: number) =>
  until(
    () => stack(id),
    (s) => s.state === 'done' || s.state === 'stopped',
  );

describe('the stand-in slitter', () => {
  it('takes a stack out of the press’s output, stops where it is not loaded, and works it when it is', async () => {
    const id = await print(3);
    expect((await state()).waiting.map((w) => [w.job, w.sheets])).toEqual([[id, 3]]);
    expect((await post(`take?job=${id}`)).status).toBe(200);
    expect((await settled(id)).stop).toBe('not-loaded');
    // taken once
    expect((await post(`take?job=${id}`)).status).toBe(409);
    expect((await state()).waiting).toEqual([]);

    const wrong = await post('programs', programs.replace(/number="\d+"/, 'number="7"'));
    expect(wrong.status).toBe(200);
    await post('go-on');
    const unknown = await until(
      () => settled(id),
      (s) => s.stop !== 'not-loaded',
    );
    expect(unknown).toMatchObject({ stop: 'no-program', said: String(job.machine.programs[0]!.number), done: 0 });

    await post('programs', programs);
    await post('go-on');
    const done = await until(
      () => settled(id),
      (s) => s.stop === null,
    );
    expect(done).toMatchObject({ state: 'done', done: 3, aside: 0, pieces: [10], why: null });
    expect(done.program).toBe(`${job.machine.programs[0]!.number} Tickets`);
    expect(Math.abs(done.degrees!)).toBeLessThanOrEqual(1.05);
    const picture = await fetch(at(`pieces/${id}-0-9.jpg`));
    expect([picture.status, picture.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
    expect((await fetch(at(`pieces/${id}-0-10.jpg`))).status).toBe(404);
  });

  it('stops at a dirty sheet: it passes again when it is clean, or is put aside', async () => {
    await post('dirty');
    expect((await state()).flaw).toBe('dirty');
    const id = await print(1);
    await post(`take?job=${id}`);
    expect(await settled(id)).toMatchObject({ state: 'stopped', stop: 'no-code', done: 0 });
    await post('go-on');
    expect(
      await until(
        () => settled(id),
        (s) => s.stop === null,
      ),
    ).toMatchObject({ state: 'done', done: 1, aside: 0 });

    await post('dirty');
    const other = await print(2);
    await post(`take?job=${other}`);
    expect((await settled(other)).stop).toBe('no-code');
    await post('put-aside');
    expect(
      await until(
        () => settled(other),
        (s) => s.stop === null,
      ),
    ).toMatchObject({ state: 'done', done: 1, aside: 1 });
  });

  it('stops at a sheet that is out of square, and goes on when it is cut square', async () => {
    await post('out-of-square');
    expect((await state()).flaw).toBe('out-of-square');
    const id = await print(1);
    await post(`take?job=${id}`);
    expect(await settled(id)).toMatchObject({ state: 'stopped', stop: 'out-of-square', done: 0 });
    await post('go-on');
    const done = await until(
      () => settled(id),
      (s) => s.stop === null,
    );
    expect(done).toMatchObject({ state: 'done', done: 1, aside: 0 });
  });

  it('says what is wrong with a file, and keeps what it was loaded with', async () => {
    const before = (await state()).programs;
    const bad = await post('programs', '<Programs/>');
    expect(bad.status).toBe(422);
    expect(await bad.text()).toContain('not the open form');
    expect((await post('programs', 'x'.repeat((2 << 20) + 1)).catch(() => ({ status: 413 }))).status).toBe(413);
    expect((await state()).programs).toEqual(before);
    expect((await post('nonsense')).status).toBe(404);
    expect((await fetch(at('take'))).status).toBe(405);
    expect((await post('take?job=999')).status).toBe(409);
  });

  it('has everything still when it is started again, and goes on where it was', async () => {
    const id = await print(1);
    await post('dirty');
    await post(`take?job=${id}`);
    await settled(id);
    const before = await state();
    await floor.close();
    floor = await start('spool');
    const after = await state();
    expect(after.programs).toEqual(before.programs);
    expect(after.stacks).toEqual(before.stacks);
    await post('go-on');
    expect(
      await until(
        () => settled(id),
        (s) => s.stop === null,
      ),
    ).toMatchObject({ state: 'done', done: 1 });
  });

  it('forgets a file half written', async () => {
    writeFileSync(join(dir, 'spool', 'slitter', 'stacks.json'), '[{"job":');
    await floor.close();
    floor = await start('spool');
    expect((await state()).stacks).toEqual([]);
  });
});
