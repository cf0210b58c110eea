import type { ServerEvent } from '../core';

/** What is heard: news, or that the stream is open (again) and whatever was missed is to be asked for. */
export type Heard = ServerEvent | { readonly kind: 'open' };

/** News with its place in the server's stream; none where there is no telling. */
export interface News {
  readonly id: string | null;
  readonly event: Heard;
}

/** One who listens: a window. */
export interface Listener {
  readonly hear: (news: News) => void;
}

/** As much of an EventSource as is used. */
export interface Source {
  readonly readyState: number;
  onopen: ((e: Event) => void) | null;
  onmessage: ((m: MessageEvent<string>) => void) | null;
  onerror: ((e: Event) => void) | null;
  addEventListener(kind: 'anew', heard: (m: MessageEvent<string>) => void): void;
  close(): void;
}

const CLOSED = 2;
/** Events kept for windows that come back. */
const KEPT = 500;

/**
 * The one stream of a browser. Browsers open six connections to a server, and pictures need them: all windows listen to
 * this, which is open while anybody does. It goes on behind the last event heard, and so do windows that come back.
 */
export class Stream {
  private readonly listeners = new Set<Listener>();
  /** Those who came before the stream was open, with the last event each had heard. */
  private readonly waiting = new Map<Listener, string | null>();
  private source: Source | null = null;
  private last: string | null = null;
  private kept: News[] = [];
  /** Whether the stream has gone on, or begun anew. */
  private live = false;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly open: (url: string) => Source,
    private readonly chance: () => number = Math.random,
  ) {}

  /** @param after the last event that this one has heard, where it was here before */
  add(listener: Listener, after: string | null): void {
    this.listeners.add(listener);
    if (this.live) this.catchUp(listener, after);
    else this.waiting.set(listener, after);
    if (!this.source) this.connect();
  }

  remove(listener: Listener): void {
    this.listeners.delete(listener);
    this.waiting.delete(listener);
    if (this.listeners.size > 0) return;
    clearTimeout(this.timer);
    this.source?.close();
    this.source = null;
    this.live = false;
  }

  private catchUp(listener: Listener, after: string | null): void {
    const at = after === null ? -1 : this.kept.findIndex((n) => n.id === after);
    if (after !== null && (at >= 0 || after === this.last))
      for (const news of this.kept.slice(at >= 0 ? at + 1 : this.kept.length)) listener.hear(news);
    else listener.hear({ id: this.last, event: { kind: 'open' } });
  }

  private connect(): void {
    const source = this.open(`/api/events${this.last === null ? '' : `?after=${encodeURIComponent(this.last)}`}`);
    this.source = source;
    source.onopen = () => {
      this.failures = 0;
      // it goes on behind the last event; where the server cannot, or at the first time, it says that it begins anew
      if (this.last === null) return;
      this.live = true;
      for (const [listener, after] of this.waiting) this.catchUp(listener, after);
      this.waiting.clear();
    };
    source.addEventListener('anew', (m) => {
      this.kept = [];
      this.last = m.lastEventId || null;
      this.live = true;
      this.waiting.clear();
      this.tell({ id: this.last, event: { kind: 'open' } });
    });
    source.onmessage = (m) => {
      const news: News = { id: m.lastEventId || null, event: JSON.parse(m.data) as ServerEvent };
      this.last = news.id;
      this.kept.push(news);
      if (this.kept.length > KEPT) this.kept.shift();
      this.tell(news);
    };
    source.onerror = () => {
      // a browser opens a stream again by itself unless it was refused
      if (source.readyState !== CLOSED || this.source !== source) return;
      this.source = null;
      const pause = Math.min(15_000, 1000 * 2 ** this.failures++) * (0.5 + this.chance() / 2);
      this.timer = setTimeout(() => {
        if (this.listeners.size > 0 && !this.source) this.connect();
      }, pause);
    };
  }

  private tell(news: News): void {
    for (const l of this.listeners) l.hear(news);
  }
}
