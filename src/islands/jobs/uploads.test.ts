import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Away, Refused } from '../../ui/client';
import { useUploads } from './uploads';

/** Uploads on their way, ended by the test. */
class Sent {
  static all: Sent[] = [];
  readonly done: Promise<unknown>;
  private settle!: { resolve: (v: unknown) => void; reject: (e: unknown) => void };
  constructor(
    readonly path: string,
    readonly name: string,
    readonly onProgress: (share: number) => void,
  ) {
    this.done = new Promise((resolve, reject) => (this.settle = { resolve, reject }));
    Sent.all.push(this);
  }
  readonly cancel = (): void => this.settle.reject(null);
  away(): void {
    this.settle.reject(new Away());
  }
  answer(status: number, body: Record<string, unknown>): void {
    if (status < 300) this.settle.resolve(body);
    else this.settle.reject(new Refused(status, String(body.message), body));
  }
}
vi.mock('../../ui/upload', () => ({
  upload: (path: string, _method: string, file: File, onProgress: (share: number) => void) =>
    new Sent(path, file.name, onProgress),
}));

const state = () => useUploads.getState();
const states = (): string[] => state().list.map((a) => a.state);
const settle = (): Promise<void> => new Promise((r) => setTimeout(r));
const file = (name: string): File => new File(['x'], name);

beforeEach(() => {
  Sent.all = [];
  useUploads.setState({ list: [] });
});
afterEach(() => vi.unstubAllGlobals());

describe('files on their way in', () => {
  it('go two at a time, the others wait their turn', async () => {
    state().add(['a', 'b', 'c'].map((n) => file(`${n}.pdf`)));
    expect(states()).toEqual(['arriving', 'arriving', 'waiting']);
    Sent.all[0]!.answer(201, { id: 'j1', same: [] });
    await settle();
    expect(states()).toEqual(['done', 'arriving', 'arriving']);
    expect(state().list[0]!.jobId).toBe('j1');
    expect(Sent.all).toHaveLength(3);
    for (const r of Sent.all.slice(1)) r.answer(201, { id: 'x', same: [3] });
    await settle();
    expect(states()).toEqual(['done', 'done', 'done']);
    expect(state().list[2]!.same).toEqual([3]);
  });

  it('show how far they are, and when they are being read', () => {
    state().add([file('a.pdf')]);
    Sent.all[0]!.onProgress(0.5);
    expect(state().list[0]).toMatchObject({ state: 'arriving', share: 0.5 });
    Sent.all[0]!.onProgress(1);
    expect(state().list[0]!.state).toBe('reading');
    Sent.all[0]!.answer(201, { id: 'j', same: [] });
  });

  it('send their name as it is, whatever is in it', async () => {
    state().add([file('a&b=ü 🐦.pdf')]);
    expect([Sent.all[0]!.path, Sent.all[0]!.name]).toEqual(['/api/jobs', 'a&b=ü 🐦.pdf']);
    Sent.all[0]!.answer(201, { id: 'j', same: [] });
    await settle();
  });

  it('say why they were not taken, and can be tried again', async () => {
    state().add([file('a.pdf')]);
    Sent.all[0]!.answer(422, { message: 'This file is empty.', code: 'empty' });
    await settle();
    expect(state().list[0]).toMatchObject({ state: 'failed', message: 'This file is empty.' });
    state().retry(state().list[0]!.key);
    expect(states()).toEqual(['arriving']);
    Sent.all[1]!.away();
    await settle();
    expect(state().list[0]!.message).toContain('does not answer');
    state().clear();
    expect(state().list).toEqual([]);
  });

  it('are stopped without a trace', async () => {
    state().add([file('a.pdf'), file('b.pdf'), file('c.pdf')]);
    const [a, , c] = state().list;
    state().cancel(c!.key);
    state().cancel(a!.key);
    await settle();
    expect(state().list.map((x) => x.name)).toEqual(['b.pdf']);
    Sent.all[1]!.answer(201, { id: 'j', same: [] });
    await settle();
  });

  it('ask for a password where they are locked', async () => {
    const asked: unknown[] = [];
    let right = false;
    vi.stubGlobal('fetch', (path: string, init: { body: string }) => {
      asked.push([path, JSON.parse(init.body)]);
      return Promise.resolve(
        right
          ? new Response(JSON.stringify({ id: 'j', same: [] }), { status: 201 })
          : new Response(JSON.stringify({ message: 'That password does not open this PDF.' }), { status: 422 }),
      );
    });
    state().add([file('a.pdf')]);
    Sent.all[0]!.answer(422, { message: 'locked', code: 'locked', sha256: 'ab', bytes: 9 });
    await settle();
    const { key } = state().list[0]!;
    expect(states()).toEqual(['locked']);
    await state().unlock(key, 'wrong');
    expect(state().list[0]).toMatchObject({ state: 'locked', message: 'That password does not open this PDF.' });
    right = true;
    await state().unlock(key, 'sesame');
    expect(state().list[0]).toMatchObject({ state: 'done', jobId: 'j', message: null });
    expect(asked[1]).toEqual([
      '/api/jobs',
      {
        id: expect.stringMatching(/^[0-9a-f-]{36}$/) as string,
        sha256: 'ab',
        bytes: 9,
        name: 'a.pdf',
        password: 'sesame',
      },
    ]);
  });
});
