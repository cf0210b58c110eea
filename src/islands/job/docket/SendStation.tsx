import { useEffect, useMemo, useRef, useState } from 'react';
import { Download, ScrollText, Send, Tags } from 'lucide-react';
import { loadsOf, runsOf, sentOf, wholeNumber, type Load } from '../../../core';
import { Button } from '../../../ui/Button';
import { ask, listen, make, newId, Refused, unanswered } from '../../../ui/client';
import { download } from '../../../ui/download';
import { DeliveryItem, useDeliveries } from '../../../ui/deliveries';
import { Toggle } from '../../../ui/choices';
import { Row } from '../../../ui/fields';
import { Meter } from '../../../ui/Meter';
import { useNotices } from '../../../ui/Notices';
import type { DeliveryView } from '../../../ui/views';
import { CardLink } from '../CardLink';
import { useJob, useJobStore } from '../context';
import { GoesOn } from './GoesOn';
import { PrintPart } from './PrintPart';
import { SentBefore } from './SentBefore';
import { HandPasses } from './HandPasses';

interface ExportView {
  readonly id: string;
  readonly state: string;
  readonly done: number;
  readonly total: number;
  readonly message: string | null;
}

/** A link that looks like the buttons beside it. */
const LINKED =
  'inline-flex min-h-8 items-center gap-1.5 rounded-sm border border-ink/40 bg-paper px-3 py-1 font-medium hover:border-ink';

const ENDED = new Set(['done', 'canceled', 'failed']);

/** Exports the sheets with progress; the file is downloaded when it is there. */
function useExport() {
  const store = useJobStore();
  const { settled } = store.getState();
  const jobId = useJob((s) => s.saved.id);
  const say = useNotices((s) => s.say);
  const [it, setIt] = useState<ExportView | null>(null);
  const running = it !== null && (it.state === 'waiting' || it.state === 'working');

  useEffect(() => {
    if (!it || !running) return;
    const { id } = it;
    let ended = false;
    // what is heard and what is asked for may both tell of the end: it is one
    const take = (e: ExportView): void => {
      if (ended) return;
      ended = ENDED.has(e.state);
      setIt((now) => (now && now.id === e.id && ENDED.has(now.state) ? now : e));
      if (e.state === 'done') {
        download(`/api/exports/${id}/file`);
      } else if (e.state === 'failed') say({ tone: 'stop', text: e.message ?? 'The export failed.' });
    };
    const stop = listen((e) => {
      if (e.kind === 'export' && e.id === id) take(e);
      // it may have ended before we listened
      if (e.kind === 'open') ask<ExportView>(`/api/exports/${id}`).then(take, () => undefined);
    });
    return stop;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [it?.id, running]);

  return {
    it,
    running,
    start: async (
      pass: 'all' | 'fronts' | 'backs' | 'forms' | 'plates' | 'form-plates' | 'previews' = 'all',
    ): Promise<void> => {
      if (running || !(await settled())) return;
      try {
        const wish = { id: newId(), pass };
        const { id } = await make<{ id: string }>(`/api/jobs/${jobId}/exports`, 'POST', wish);
        setIt({ id, state: 'waiting', done: 0, total: 1, message: null });
      } catch (e) {
        say({ tone: 'stop', text: (e as Error).message });
      }
    },
    cancel: (): void => {
      if (it) void ask(`/api/exports/${it.id}`, 'DELETE').catch(() => undefined);
    },
  };
}

/** Sends the job to its machine's printer, once. */
function useSend() {
  const store = useJobStore();
  const { settled } = store.getState();
  const say = useNotices((s) => s.say);
  const [sending, setSending] = useState(false);
  const [before, setBefore] = useState<readonly DeliveryView[] | null>(null);
  const wish = useRef<{ id: string; base: number } | null>(null);
  /** @param earlier what becomes of what was sent before; where it is not said and there is some, it is asked */
  const send = async (earlier?: 'cancel' | 'keep'): Promise<void> => {
    setBefore(null);
    setSending(true);
    try {
      if (await settled()) {
        const { saved, docket } = store.getState();
        const base = saved.version;
        // the same wish keeps its name until it has an answer: asked for twice it is sent once
        if (wish.current?.base !== base) wish.current = { id: newId(), base };
        await make(`/api/jobs/${saved.id}/deliveries`, 'POST', {
          ...wish.current,
          ...(earlier ? { before: earlier } : {}),
        });
        wish.current = null;
        say({
          tone: 'fine',
          text: `Accepted for ${docket.sheet.machine.name}. It is sent once, whatever happens here.`,
        });
      }
    } catch (e) {
      if (!unanswered(e)) wish.current = null;
      if (e instanceof Refused && e.body.code === 'sent-before') setBefore(e.body.deliveries as DeliveryView[]);
      else say({ tone: 'stop', text: (e as Error).message });
    } finally {
      setSending(false);
    }
  };
  return { sending, send, before, leave: () => setBefore(null) };
}

/** How far an export is, and the file when it is written. */
function Exported({ it, running }: Pick<ReturnType<typeof useExport>, 'it' | 'running'>) {
  return (
    <>
      {running && it && (
        <div>
          <Meter label="Sheets written" done={it.done} total={it.total} />
          <p className="num mt-0.5 text-xs">
            writing sheet {it.done} of {it.total}
          </p>
        </div>
      )}
      {it?.state === 'done' && (
        <p className="text-sm">
          Written.{' '}
          <a className="text-rust underline" href={`/api/exports/${it.id}/file`}>
            Download again
          </a>
          {it.message && <span className="mt-1 block">{it.message}</span>}
        </p>
      )}
    </>
  );
}

/** Where the sheets go: to the printer, or into a file. */
export function SendStation() {
  const { docket, change, findings, shop, jobId } = useJob(({ docket, change, findings, shop, saved }) => ({
    docket,
    change,
    findings,
    shop,
    jobId: saved.id,
  }));
  const { sending, send, before, leave } = useSend();
  const exporting = useExport();
  const list = useDeliveries(`/api/jobs/${jobId}/deliveries`, [], (id) => id === jobId);
  const deliveries = useRef<HTMLElement>(null);
  // a delivery just accepted is what one wants to see
  useEffect(() => {
    if (list.some((d) => d.open)) deliveries.current?.scrollIntoView({ block: 'nearest' });
  }, [list.length]); // eslint-disable-line react-hooks/exhaustive-deps
  const stops = findings.filter((f) => f.severity === 'stop');
  const { machine } = docket.sheet;
  // where it prints is the shop's to say, not the job's
  const known = shop.machines.find((m) => m.id === machine.id);
  const printer = known?.printer ?? known?.folder;

  return (
    <div className="grid gap-2">
      <Loads />
      <Overs />
      <Row label="On arrival">
        <Toggle
          label="Hold until released"
          value={docket.send.hold}
          onChange={(hold) => change({ send: { hold } }, hold ? 'held on arrival' : 'not held')}
        />
      </Row>
      {stops.length > 0 && (
        <p className="text-sm font-medium text-brick">{stops[0]!.title}: mend that first, or export to look at it.</p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button kind="next" isDisabled={!printer || stops.length > 0 || sending} onPress={() => void send()}>
          <Send size={15} aria-hidden /> Send to {machine.name}
        </Button>
        {exporting.running ? (
          <Button onPress={exporting.cancel}>Stop the export</Button>
        ) : (
          <Button onPress={() => void exporting.start()}>
            <Download size={15} aria-hidden /> Export PDF
          </Button>
        )}
        <PrintPart isDisabled={!printer || stops.length > 0} />
        <CardLink card="card" className={LINKED}>
          <ScrollText size={15} aria-hidden /> Job card
        </CardLink>
        <CardLink card="slips" className={LINKED}>
          <Tags size={15} aria-hidden /> Pile slips
        </CardLink>
      </div>
      <SentBefore deliveries={before} onClose={leave} send={(earlier) => void send(earlier)} />
      <GoesOn busy={exporting.running} onExport={(pass) => void exporting.start(pass)} />
      <HandPasses busy={exporting.running} onExport={(pass) => void exporting.start(pass)} />
      <Exported {...exporting} />
      {list.length > 0 && (
        <section ref={deliveries} aria-label="Deliveries of this job">
          <h3 className="mt-1 text-sm">Deliveries</h3>
          <ul>
            {list.map((d) => (
              <DeliveryItem key={d.id} d={d} withTitle={false} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** `2 on Silk 170 SRA3, the other 22 on Offset 100 SRA3`: the stock of most sheets comes last. */
function onStocks({ stocks }: Load): string {
  const counted = new Map<string, number>();
  for (const { stock, from, to } of stocks) {
    const name = `${stock.name} ${stock.format}`;
    counted.set(name, (counted.get(name) ?? 0) + to - from + 1);
  }
  const [most, ...others] = [...counted].sort((a, b) => b[1] - a[1]);
  if (others.length === 0) return ` on ${most![0]}`;
  return `, collated: ${others.map(([stock, n]) => `${n} on ${stock}`).join(', ')}, the other ${most![1]} on ${most![0]}`;
}

/** What goes to the machines: how many sheets, how often, on which stock. */
function Loads() {
  const { plan, wish } = useJob(({ docket, plan }) => ({ plan, wish: docket.send }));
  const loads = useMemo(() => loadsOf(plan), [plan]);
  const say = (load: Load): string => {
    const kinds = new Set(load.sheets.map((n) => plan.sheets.at(n - 1).called));
    const what = plan.sheets.blocks.every((b) => kinds.has(b.called)) ? '' : `${[...kinds].join(' and ')}: `;
    const sheets = `${load.sheets.length} ${load.sheets.length === 1 ? 'sheet' : 'sheets'}`;
    const sent = sentOf(load, wish).times;
    const times = `${sent} ${sent === 1 ? 'time' : 'times'}`;
    const ahead = plan.sheets.at(load.sheets[0]! - 1).ahead ? 'ahead, to set up by: ' : '';
    return `${ahead}${what}${sheets}, ${load.sides === 2 ? 'two sides' : 'one side'}, printed ${times}${onStocks(load)}.`;
  };
  if (loads.length === 1) return <p className="text-sm">{say(loads[0]!)}</p>;
  return (
    <div className="text-sm">
      Sent one after the other:
      <ol className="list-decimal pl-5">
        {loads.map((load, i) => (
          <li key={i}>{say(load)}</li>
        ))}
      </ol>
    </div>
  );
}

/** What is reckoned as spoilage: laid ready beside the press, or printed with the others. Both are said. */
function Overs() {
  const { plan, wish, change } = useJob(({ docket, plan, change }) => ({
    plan,
    wish: docket.send,
    change,
  }));
  const [spoilage, printable] = useMemo(() => {
    const loads = loadsOf(plan);
    return [
      runsOf(plan).reduce((n, r) => n + (r.ahead ? 0 : r.spoilage), 0),
      loads.reduce((n, l) => n + sentOf(l, { overs: true }).sheets - l.good, 0),
    ];
  }, [plan]);
  if (spoilage === 0) return null;
  const reckoned = `${sheetsSaid(spoilage)} reckoned as spoilage`;
  if (printable === 0) return <p className="text-sm">{reckoned}: fewer than once more. Lay them ready.</p>;
  const hint = wish.overs
    ? `${reckoned}; ${wholeNumber(printable)} of them printed as overs`
    : `${reckoned}: lay them ready, they are not printed`;
  return (
    <Row label="Overs" hint={hint}>
      <Toggle
        label={`Print ${sheetsSaid(printable)} more`}
        value={wish.overs}
        onChange={(overs) => change({ send: { overs } }, overs ? 'overs printed' : 'no overs printed')}
      />
    </Row>
  );
}

const sheetsSaid = (n: number): string => `${wholeNumber(n)} ${n === 1 ? 'sheet' : 'sheets'}`;
