import { describe, expect, it, vi } from 'vitest';
import { Stream, type Listener, type News, type Source } from './stream';
import { refreshing } from './refresh';

class Fake implements Source {
  static all: Fake[] = [];
  readyState = 0;
  onopen: Source['onopen'] = null;
  onmessage: Source['onmessage'] = null;
  onerror: Source['onerror'] = null;
  private anew: ((m: MessageEvent<string>) => void) | null = null;
  constructor(readonly url: string) {
    Fake.all.push(this);
  }
  addEventListener(_kind: 'anew', heard: (m: MessageEvent<string>) => void): void {
    this.anew = heard;
  }
  close(): void {
    this.readyState = 2;
  }
  open(): void {
    this.readyState = 1;
    this.onopen!(new Event('open'));
  }
  begin(id: string): void {
    this.anew!({ lastEventId: id, data: '{}' } as MessageEvent<string>);
  }
  say(id: string, version: number): void {
    this.onmessage!({
      lastEventId: id,
      data: JSON.stringify({ kind: 'job', id: 'a', version }),
    } as MessageEvent<string>);
  }
  refuse(): void {
    this.readyState = 2;
    this.onerror!(new Event('error'));
  }
}

const setUp = () => {
  Fake.all = [];
  const stream = new Stream(
    (url) => new Fake(url),
    () => 1,
  );
  const window = (): Listener & { heard: News[]; kinds: () => string[] } => {
    const heard: News[] = [];
    return {
      heard,
      hear: (n) => heard.push(n),
      kinds: () => heard.map((n) => (n.event.kind === 'job' ? `job ${n.event.version}` : n.event.kind)),
    };
  };
  return { stream, window, source: () => Fake.all.at(-1)! };
};

describe('the one stream of a browser', () => {
  it('is open while anybody listens, once for all of them', () => {
    const { stream, window, source } = setUp();
    const [a, b] = [window(), window()];
    stream.add(a, null);
    stream.add(b, null);
    expect(Fake.all).toHaveLength(1);
    source().open();
    source().begin('e-0');
    source().say('e-1', 2);
    expect([a.kinds(), b.kinds()]).toEqual([
      ['open', 'job 2'],
      ['open', 'job 2'],
    ]);
    stream.remove(a);
    expect(source().readyState).toBe(1);
    stream.remove(b);
    expect(source().readyState).toBe(2);
  });

  it('catches a window up that comes back, by the last event it has heard', () => {
    const { stream, window, source } = setUp();
    const [stays, leaves] = [window(), window()];
    stream.add(stays, null);
    stream.add(leaves, null);
    source().open();
    source().begin('e-0');
    source().say('e-1', 2);
    stream.remove(leaves);
    source().say('e-2', 3);
    source().say('e-3', 4);
    const back = window();
    stream.add(back, leaves.heard.at(-1)!.id);
    expect(back.kinds()).toEqual(['job 3', 'job 4']);
    // one that has heard all there is needs nothing
    const knows = window();
    stream.add(knows, 'e-3');
    expect(knows.kinds()).toEqual([]);
    // one that is new, or was away for longer than is kept, asks for everything
    const fresh = window();
    stream.add(fresh, null);
    const long = window();
    stream.add(long, 'd-9');
    expect([fresh.kinds(), long.kinds()]).toEqual([['open'], ['open']]);
  });

  it('goes on behind the last event when it is opened again, and begins anew where the server cannot', () => {
    const { stream, window, source } = setUp();
    const a = window();
    stream.add(a, null);
    source().open();
    source().begin('e-0');
    source().say('e-7', 2);
    stream.remove(a);
    stream.add(a, 'e-7');
    expect(source().url).toBe('/api/events?after=e-7');
    source().open();
    source().say('e-8', 3);
    expect(a.kinds()).toEqual(['open', 'job 2', 'job 3']);
    source().begin('f-0');
    expect(a.kinds().at(-1)).toBe('open');
  });

  it('is tried again, ever more seldom, where it is refused', () => {
    vi.useFakeTimers();
    try {
      const { stream, window, source } = setUp();
      stream.add(window(), null);
      for (const pause of [1000, 2000, 4000]) {
        const before = Fake.all.length;
        source().refuse();
        vi.advanceTimersByTime(pause - 1);
        expect(Fake.all).toHaveLength(before);
        vi.advanceTimersByTime(1);
        expect(Fake.all).toHaveLength(before + 1);
      }
    } finally {
      vi.useRealTimers();
    }
  });
});

describe('asking anew', () => {
  it('is done once at a time and not more often than is of use, and once more for what came meanwhile', async () => {
    vi.useFakeTimers();
    try {
      let asked = 0;
      let answer = (): void => undefined;
      const { again, stop } = refreshing(() => {
        asked++;
        return new Promise((r) => (answer = r));
      }, 400);
      for (let i = 0; i < 50; i++) again();
      expect(asked).toBe(1);
      answer();
      await vi.advanceTimersByTimeAsync(399);
      expect(asked).toBe(1);
      await vi.advanceTimersByTimeAsync(1);
      // asked for while it was being asked: once more, for all of them
      expect(asked).toBe(2);
      answer();
      await vi.advanceTimersByTimeAsync(2000);
      expect(asked).toBe(2);
      again();
      stop();
      await vi.advanceTimersByTimeAsync(2000);
      expect(asked).toBe(3);
    } finally {
      vi.useRealTimers();
    }
  });
});
