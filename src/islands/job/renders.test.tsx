// @vitest-environment happy-dom
import { act, Profiler } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { checkedPatch, packArtwork, type Patch } from '../../core';
import { artworkOf, docketFor, SHOP } from '../../core/testing';
import type { JobPage, JobView } from '../../ui/views';
import { Brief } from './Brief';
import { Context } from './context';
import { Stations } from './docket/Stations';
import { Headline } from './Headline';
import { Reckoning } from './Reckoning';
import { jobStore, type JobStore } from './store';
import type * as SideDrawingFile from './table/SideDrawing';
import { Tables } from './Tables';

/** How often each part of the screen was rendered, and each side of a sheet drawn. */
const renders = new Map<string, number>();
const count = (id: string): void => void renders.set(id, (renders.get(id) ?? 0) + 1);
const counted = (): Record<string, number> => Object.fromEntries([...renders].sort());

vi.mock('./table/SideDrawing', async (original) => {
  const { memo } = await import('react');
  const { SideDrawing } = await original<typeof SideDrawingFile>();
  // the component within memo, drawn as it is and counted
  const draw = (SideDrawing as unknown as { type: (props: object) => unknown }).type;
  return {
    SideDrawing: memo((props: { name: string; scale: number; sheet: { number: number } }) => {
      if (props.scale > 0) count(`sheet ${props.sheet.number} ${props.name}`);
      return draw(props) as React.ReactNode;
    }),
  };
});

// nothing comes from other windows
vi.mock('../../ui/listening', () => ({ listen: () => () => undefined }));

/** What saves what is changed, at once. */
function serverOf(docket: JobView['docket']): (path: string, init?: { body?: string }) => Promise<Response> {
  let job: JobView = { id: 'j', number: 1, version: 1, docket, undo: null, redo: null };
  return (path, init) => {
    if (path.startsWith('/api/artworks/')) return Promise.resolve(new Response());
    const { patch, label } = JSON.parse(init?.body ?? '{}') as { patch: Patch; label: string };
    job = { ...job, version: job.version + 1, docket: checkedPatch(job.docket, patch), undo: label };
    return Promise.resolve(new Response(JSON.stringify(job)));
  };
}

let root: Root;
let store: JobStore;

const Part = ({ id, children }: { id: string; children: React.ReactNode }) => (
  <Profiler id={id} onRender={() => count(id)}>
    {children}
  </Profiler>
);

const rest = (ms = 50): Promise<void> => act(() => new Promise<void>((resolve) => setTimeout(resolve, ms)));

beforeEach(async () => {
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
  // a table of 900 by 600 pixels: nothing is laid out here
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(900);
  vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(600);
  vi.stubGlobal(
    'ResizeObserver',
    class {
      constructor(private readonly heard: () => void) {}
      observe = (): void => this.heard();
      disconnect = (): void => undefined;
      unobserve = (): void => undefined;
    },
  );
  const artwork = artworkOf(32);
  const docket = docketFor(artwork);
  vi.stubGlobal('fetch', serverOf(docket));
  const page: JobPage = {
    job: { id: 'j', number: 1, version: 1, docket, undo: null, redo: null },
    artwork: packArtwork(artwork),
    more: [],
    table: null,
    album: null,
    shop: SHOP,
    pictures: null,
    removed: false,
  };
  store = jobStore(page);
  root = createRoot(document.body.appendChild(document.createElement('div')));
  await act(async () =>
    root.render(
      <Context value={store}>
        <Part id="headline">
          <Headline pictures={null} />
        </Part>
        <Part id="brief">
          <Brief />
        </Part>
        <Part id="docket">
          <Stations />
        </Part>
        <Part id="reckoning">
          <Reckoning />
        </Part>
        <Part id="table">
          <Tables />
        </Part>
      </Context>,
    ),
  );
  await rest(400);
  renders.clear();
});

afterEach(async () => {
  await act(async () => root.unmount());
  document.body.replaceChildren();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

const key = (name: string, at: EventTarget = window): Promise<void> =>
  act(async () => {
    at.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
  });

describe('a key on the table', () => {
  it('see-through draws what shines through, and nothing beside the table', async () => {
    await key('x');
    expect(counted()).toEqual({ 'sheet 1 back': 1, 'sheet 1 front': 1, table: 1 });
  });

  it('numbers draw both sides once', async () => {
    await key('n');
    expect(counted()).toEqual({ 'sheet 1 back': 1, 'sheet 1 front': 1, table: 1 });
  });

  it('turning over draws nothing anew', async () => {
    await key('f');
    expect(counted()).toEqual({ table: 1 });
  });

  it('the next sheet is drawn once, the side above in the first render', async () => {
    await key('ArrowRight', document.querySelector('[aria-label^="Light table"]')!);
    await rest();
    expect(counted()).toMatchObject({ 'sheet 2 back': 1, 'sheet 2 front': 1 });
    expect(counted()).not.toHaveProperty('sheet 1 front');
    expect(counted()).not.toHaveProperty('docket');
    expect(counted()).not.toHaveProperty('brief');
    expect(counted()).not.toHaveProperty('reckoning');
  });
});

describe('a change', () => {
  const change = async (patch: Patch): Promise<void> => {
    await act(async () => store.getState().change(patch, 'a change'));
    await rest();
  };

  it('of copies renders once what shows them, and saving it only says so', async () => {
    await change({ product: { copies: 75 } });
    expect(store.getState().saved.docket.product.copies).toBe(75);
    expect(counted()).toMatchObject({ brief: 1, docket: 1, reckoning: 1 });
  });

  it('of the bleed draws each side once', async () => {
    await change({ product: { bleed: 2 } });
    expect(counted()).toMatchObject({
      brief: 1,
      docket: 1,
      reckoning: 1,
      'sheet 1 back': 1,
      'sheet 1 front': 1,
    });
  });

  it('of the size renders each part once', async () => {
    await change({ product: { finished: { width: 140, height: 200 } } });
    expect(counted()).toMatchObject({ brief: 1, docket: 1, reckoning: 1, 'sheet 1 back': 1, 'sheet 1 front': 1 });
  });
});
