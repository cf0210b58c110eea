import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { checkedPatch, packArtwork, type Docket } from '../../core';
import { artworkOf, docketFor, SHOP } from '../../core/testing';
import { useNotices } from '../../ui/Notices';
import type { JobPage, JobView } from '../../ui/views';
import { jobStore } from './store';

/** A server as the windows know it: versions, a history, and now and then no answer. */
class Server {
  private steps: { label: string; docket: Docket }[];
  private at = 0;
  private version = 1;
  away = false;
  readonly asked: string[] = [];

  constructor(docket: Docket) {
    this.steps = [{ label: 'arrived', docket }];
  }

  view(): JobView {
    return {
      id: 'j',
      number: 1,
      version: this.version,
      docket: this.steps[this.at]!.docket,
      undo: this.at > 0 ? this.steps[this.at]!.label : null,
      redo: this.steps[this.at + 1]?.label ?? null,
    };
  }

  page(): JobPage {
    return {
      job: this.view(),
      artwork: packArtwork(artworkOf(8)),
      more: [],
      table: null,
      album: null,
      shop: SHOP,
      pictures: null,
      removed: false,
    };
  }

  /** A change from another window. */
  change(patch: unknown, label: string): void {
    this.steps = [
      ...this.steps.slice(0, this.at + 1),
      { label, docket: checkedPatch(this.steps[this.at]!.docket, patch) },
    ];
    this.at++;
    this.version++;
  }

  fetch = (path: string, init?: { method?: string; body?: string }): Promise<Response> => {
    this.asked.push(`${init?.method ?? 'GET'} ${path}`);
    if (this.away) return Promise.reject(new TypeError('no connection'));
    const body = JSON.parse(init?.body ?? '{}') as { base?: number; patch?: unknown; label?: string };
    const answer = (status: number, data: unknown): Promise<Response> =>
      Promise.resolve(new Response(JSON.stringify(data), { status }));
    if (path === '/api/jobs/j') return answer(200, this.page());
    if (body.base !== this.version) return answer(409, { message: 'changed', now: this.view() });
    if (path.endsWith('/changes')) {
      try {
        this.change(body.patch, body.label!);
      } catch {
        return answer(400, { message: 'product.copies: too small' });
      }
      return answer(200, this.view());
    }
    const to = this.at + (path.endsWith('/undo') ? -1 : 1);
    if (to >= 0 && to < this.steps.length) {
      this.at = to;
      this.version++;
    }
    return answer(200, this.view());
  };
}

let server: Server;
const open = () => jobStore(server.page());
const notices = (): string[] => useNotices.getState().list.map((n) => n.text);

beforeEach(() => {
  server = new Server(docketFor(artworkOf(8)));
  vi.stubGlobal('fetch', server.fetch);
  useNotices.setState({ list: [] });
});
afterEach(() => vi.unstubAllGlobals());

describe('the state of a job’s screen', () => {
  it('shows a change at once and saves it behind', async () => {
    const store = open();
    store.getState().change({ product: { copies: 7 } }, '7 copies');
    expect(store.getState().docket.product.copies).toBe(7);
    expect(store.getState().sync).toBe('saving');
    expect(await store.getState().settled()).toBe(true);
    expect(store.getState()).toMatchObject({ sync: 'saved', pending: [] });
    expect(store.getState().saved).toMatchObject({ version: 2, undo: '7 copies' });
  });

  it('saves many changes in their order', async () => {
    const store = open();
    for (const copies of [1, 2, 3]) store.getState().change({ product: { copies } }, `${copies}`);
    store.getState().change({ product: { bleed: 2 } }, 'bleed');
    await store.getState().settled();
    expect(server.view()).toMatchObject({ version: 5, undo: 'bleed', docket: { product: { copies: 3, bleed: 2 } } });
  });

  it('keeps what is done while nobody answers', async () => {
    vi.useFakeTimers();
    const store = open();
    server.away = true;
    store.getState().change({ product: { copies: 7 } }, '7 copies');
    await vi.advanceTimersByTimeAsync(3000);
    expect(store.getState()).toMatchObject({ sync: 'away', docket: { product: { copies: 7 } } });
    store.getState().change({ product: { bleed: 1 } }, 'bleed');
    server.away = false;
    await vi.advanceTimersByTimeAsync(3000);
    vi.useRealTimers();
    await store.getState().settled();
    expect(store.getState().sync).toBe('saved');
    expect(server.view().docket.product).toMatchObject({ copies: 7, bleed: 1 });
  });

  it('puts a change on top of another window’s to another wish', async () => {
    const store = open();
    server.change({ product: { bleed: 1 } }, 'theirs');
    store.getState().change({ product: { copies: 7 } }, 'mine');
    await store.getState().settled();
    expect(store.getState().docket.product).toMatchObject({ copies: 7, bleed: 1 });
    expect(server.view().docket.product).toMatchObject({ copies: 7, bleed: 1 });
    expect(notices()).toEqual([expect.stringContaining('both changes are kept')]);
  });

  it('asks where both windows changed the same wish, and does as told', async () => {
    for (const take of ['mine', 'theirs'] as const) {
      server = new Server(docketFor(artworkOf(8)));
      vi.stubGlobal('fetch', server.fetch);
      const store = open();
      server.change({ product: { copies: 5 } }, 'theirs');
      store.getState().change({ product: { copies: 7 } }, 'mine');
      expect(await store.getState().settled()).toBe(false);
      expect(store.getState().clash!.wishes).toEqual([{ path: 'product.copies', before: 100, theirs: 5, mine: 7 }]);
      // until it is settled, what is saved is shown
      expect(store.getState().docket.product.copies).toBe(5);
      store.getState().settle(take);
      await store.getState().settled();
      expect(server.view().docket.product.copies).toBe(take === 'mine' ? 7 : 5);
      expect(store.getState().docket.product.copies).toBe(take === 'mine' ? 7 : 5);
    }
  });

  it('does not ask where both said the same', async () => {
    const store = open();
    server.change({ product: { copies: 7 } }, 'theirs');
    store.getState().change({ product: { copies: 7 } }, 'mine');
    expect(await store.getState().settled()).toBe(true);
    expect(store.getState().clash).toBeNull();
  });

  it('takes back a wish that the docket cannot hold, and says why', async () => {
    const store = open();
    store.getState().change({ product: { copies: 0 } }, 'none');
    await store.getState().settled();
    expect(store.getState().docket.product.copies).toBe(100);
    expect(notices()).toEqual(['product.copies: too small']);
  });

  it('undoes and redoes what is saved, after what is pending', async () => {
    const store = open();
    store.getState().change({ product: { copies: 7 } }, '7 copies');
    await store.getState().step('undo');
    expect(store.getState().docket.product.copies).toBe(100);
    expect(store.getState().saved.redo).toBe('7 copies');
    await store.getState().step('redo');
    expect(store.getState().docket.product.copies).toBe(7);
    // nothing to take back: nothing is asked
    await store.getState().step('undo');
    const before = server.asked.length;
    await store.getState().step('undo');
    expect(server.asked.length).toBe(before);
  });

  it('undoes as often as the key is pressed, however fast', async () => {
    const store = open();
    for (const copies of [1, 2, 3]) store.getState().change({ product: { copies } }, `${copies}`);
    await Promise.all([store.getState().step('undo'), store.getState().step('undo'), store.getState().step('undo')]);
    expect(store.getState().docket.product.copies).toBe(100);
    expect(notices()).toEqual([]);
    await Promise.all([store.getState().step('redo'), store.getState().step('redo')]);
    expect(store.getState().docket.product.copies).toBe(2);
  });

  it('looks first when another window was faster than an undo', async () => {
    const store = open();
    store.getState().change({ product: { copies: 7 } }, '7 copies');
    await store.getState().settled();
    server.change({ product: { bleed: 1 } }, 'theirs');
    await store.getState().step('undo');
    expect(store.getState().docket.product).toMatchObject({ copies: 7, bleed: 1 });
    expect(notices()).toEqual([expect.stringContaining('Another window changed this job')]);
  });

  it('follows another window, but never over what is pending', async () => {
    const store = open();
    server.change({ product: { copies: 9 } }, 'theirs');
    await store.getState().refresh();
    expect(store.getState().docket.product.copies).toBe(9);
    server.away = true;
    await store.getState().refresh();
    expect(store.getState().docket.product.copies).toBe(9);
  });
});
