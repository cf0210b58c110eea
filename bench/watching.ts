/** What the interface bench has a page watch by itself. */

/** What is watched for in the page: what it looks at, and what it must be. */
export interface Awaited {
  readonly selector: string;
  readonly attribute: string;
  readonly not: string;
}

export interface Took {
  /** ms from the input to the end of the frame. */
  readonly ms: number;
  /** Work of more than 50 ms in one piece within it, ms each. */
  readonly long: readonly number[];
}

declare global {
  interface Window {
    watchFor: (what: Awaited) => void;
    watchSharp: () => void;
    took: Promise<Took>;
    /** ms until all pictures of the sheet that came are sharp. */
    sharp: Promise<number>;
    firstSharp: Promise<number>;
    longTasks: { start: number; ms: number }[];
  }
}

/** What the page itself keeps: long tasks, and a way to wait for the frame that shows what an input has done. */
export function installed(): void {
  window.longTasks = [];
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) window.longTasks.push({ start: e.startTime, ms: e.duration });
  }).observe({ type: 'longtask', buffered: true });
  window.watchFor = ({ selector, attribute, not }) => {
    // of a page that has nothing there the text is empty
    const now = (): string => {
      const el = document.querySelector(selector);
      if (!el) return '';
      return attribute === 'text' ? (el.textContent ?? '') : (el.getAttribute(attribute) ?? '');
    };
    window.took = new Promise((resolve) => {
      const began = (e: Event): void => {
        for (const kind of ['keydown', 'pointerdown'] as const) window.removeEventListener(kind, began, true);
        const start = e.timeStamp;
        const look = (): void => {
          if (now() === not) {
            requestAnimationFrame(look);
            return;
          }
          // a message posted in a frame is taken when the frame has been drawn
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => {
            const end = performance.now();
            // long tasks are told of after they have ended
            setTimeout(() => {
              const long = window.longTasks.filter((t) => t.start + t.ms > start && t.start < end).map((t) => t.ms);
              resolve({ ms: end - start, long });
            }, 60);
          };
          port2.postMessage(null);
        };
        requestAnimationFrame(look);
      };
      for (const kind of ['keydown', 'pointerdown'] as const) window.addEventListener(kind, began, true);
    });
  };
}

/** A way to wait until all pictures of the sheet are sharp that the next key brings; and how long the first one took. */
export function installedSharp(): void {
  const sharp = (start: number, side: Element): Promise<number> => {
    // the last picture of a page is its sharp one; it is there when the browser has it and has unpacked it
    const pictures = [...side.querySelectorAll('g[clip-path] > image:last-of-type')].map((el) => {
      const picture = new Image();
      picture.src = el.getAttribute('href')!;
      return picture.decode();
    });
    return Promise.all(pictures).then(() => performance.now() - start);
  };
  const side = (): Element | null => document.querySelector('[data-sheet] [aria-hidden=false] svg');
  window.watchSharp = () => {
    window.sharp = new Promise((resolve) => {
      const began = (e: Event): void => {
        const sheet = document.querySelector('[data-sheet]')!;
        const before = sheet.getAttribute('data-sheet');
        const look = (): void => {
          const now = side();
          if (sheet.getAttribute('data-sheet') !== before && now) resolve(sharp(e.timeStamp, now));
          else requestAnimationFrame(look);
        };
        look();
      };
      window.addEventListener('keydown', began, { capture: true, once: true });
    });
  };
  const first = (): void => {
    const now = side();
    if (now?.querySelector('g[clip-path] > image + image')) window.firstSharp = sharp(performance.now(), now);
    else requestAnimationFrame(first);
  };
  requestAnimationFrame(first);
}
