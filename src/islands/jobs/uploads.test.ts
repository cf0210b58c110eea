import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useUploads } from './uploads';

/** Requests on their way, answered by the test. */
class Request {
  static all: Request[] = [];
  readonly upload: { onprogress?: (e: { lengthComputable: boolean; loaded: number; total: number }) => void } = {};
  onload?: () => void;
  onerror?: () => void;
  onabort?: () => void;
  status = 0;
  responseText = '';
  path = '';
  constructor() {
    Request.all.push(this);
  }
  open(_method: string, path: string): void {
    this.path = path;
  }
  setRequestHeader(): void {
    // nothing to remember
  }
  send(): void {
    // the test answers
  }
  abort(): void {
    this.onabort?.();
  }
  answer(status: number, body: object): void {
    this.status = status;
    this.responseText = JSON.stringify(body);
    this.onload?.();
  }
}

const state = () => useUploads.getState();
const states = (): string[] => state().list.map((a) => a.state);
const settle = (): Promise<void> => new Promise((r) => setTimeout(r));
const file = (name: string): File => new File(['x'], name);

beforeEach(() => {
  Request.all = [];
  vi.stubGlobal('XMLHttpRequest', Request);
  useUploads.setState({ list: [] });
});
afterEach(() => vi.unstubAllGlobals());

describe('files on their way in', () => {
  it('go two at a time, the others wait their turn', async () => {
    state().add(['a', 'b', 'c'].map((n) => file(`${n}.pdf`)));
    expect(states()).toEqual(['arriving', 'arriving', 'waiting']);
    Request.all[0]!.answer(201, { id: 'j1', same: [] });
    await settle();
    expect(states()).toEqual(['done', 'arriving', 'arriving']);
    expect(state().list[0]!.jobId).toBe('j1');
    expect(Request.all).toHaveLength(3);
    for (const r of Request.all.slice(1)) r.answer(201, { id: 'x', same: [3] });
    await settle();
    expect(states()).toEqual(['done', 'done', 'done']);
    expect(state().list[2]!.same).toEqual([3]);
  });

  it('show how far they are, and when they are being read', () => {
    state().add([file('a.pdf')]);
    Request.all[0]!.upload.onprogress!({ lengthComputable: true, loaded: 5, total: 10 });
    expect(state().list[0]).toMatchObject({ state: 'arriving', share: 0.5 });
    Request.all[0]!.upload.onprogress!({ lengthComputable: true, loaded: 10, total: 10 });
    expect(state().list[0]!.state).toBe('reading');
    Request.all[0]!.answer(201, { id: 'j', same: [] });
  });

  it('send their name as it is, whatever is in it', async () => {
    state().add([file('a&b=ü 🐦.pdf')]);
    expect(Request.all[0]!.path).toBe('/api/jobs?name=a%26b%3D%C3%BC%20%F0%9F%90%A6.pdf');
    Request.all[0]!.answer(201, { id: 'j', same: [] });
    await settle();
  });

  it('say why they were not taken, and can be tried again', async () => {
    state().add([file('a.pdf')]);
    Request.all[0]!.answer(422, { message: 'This file is empty.', code: 'empty' });
    await settle();
    expect(state().list[0]).toMatchObject({ state: 'failed', message: 'This file is empty.' });
    state().retry(state().list[0]!.key);
    expect(states()).toEqual(['arriving']);
    Request.all[1]!.onerror!();
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
    Request.all[1]!.answer(201, { id: 'j', same: [] });
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
    Request.all[0]!.answer(422, { message: 'locked', code: 'locked', sha256: 'ab', bytes: 9 });
    await settle();
    const { key } = state().list[0]!;
    expect(states()).toEqual(['locked']);
    await state().unlock(key, 'wrong');
    expect(state().list[0]).toMatchObject({ state: 'locked', message: 'That password does not open this PDF.' });
    right = true;
    await state().unlock(key, 'sesame');
    expect(state().list[0]).toMatchObject({ state: 'done', jobId: 'j', message: null });
    expect(asked[1]).toEqual(['/api/jobs', { sha256: 'ab', bytes: 9, name: 'a.pdf', password: 'sesame' }]);
  });
});
