import type { Machine } from '../../core';
import { DeliveryItem, useDeliveries } from '../../ui/deliveries';
import { Mast } from '../../ui/Mast';
import { NoticeList } from '../../ui/Notices';
import type { DeliveryView } from '../../ui/views';
import { Devices } from './Devices';
import { PrintService } from './PrintService';

/** The machines at work: what each prints now, what waits, what is done. */
export function FloorView({
  first,
  machines,
}: {
  readonly first: readonly DeliveryView[];
  readonly machines: readonly Machine[];
}) {
  const list = useDeliveries('/api/deliveries', first, () => true);
  const open = list.filter((d) => d.open).reverse();
  const ended = list.filter((d) => !d.open);
  return (
    <div className="min-h-screen">
      <Mast here="floor" />
      <main className="mx-auto grid max-w-5xl gap-8 px-4 py-6">
        <h1 className="text-3xl">Floor</h1>
        {machines.map((m) => {
          const panel = m.printer?.startsWith('ipp:') && m.printer.replace(/^ipp:/, 'http:').replace(/\/ipp\/.*$/, '/');
          return (
            <section key={m.id} aria-label={m.name}>
              <div className="flex flex-wrap items-baseline gap-3 border-b border-ink pb-1">
                <h2 className="text-xl">{m.name}</h2>
                <span className="num text-sm text-ink-soft">{m.speed.toLocaleString('en')} sides an hour</span>
                {panel && (
                  <a className="ml-auto text-sm text-rust underline" href={panel} target="_blank" rel="noreferrer">
                    Its panel and output tray
                  </a>
                )}
              </div>
              <PrintService machine={m} />
              <ul>
                {open
                  .filter((d) => d.machine === m.name)
                  .map((d) => (
                    <DeliveryItem key={d.id} d={d} withTitle />
                  ))}
              </ul>
              {!open.some((d) => d.machine === m.name) && (
                <p className="py-3 text-ink-soft">Nothing waits here. Send a job from its last station.</p>
              )}
            </section>
          );
        })}
        <Devices />
        {ended.length > 0 && (
          <section aria-label="Ended">
            <h2 className="border-b border-ink pb-1 text-xl">Ended</h2>
            <ul>
              {ended.map((d) => (
                <DeliveryItem key={d.id} d={d} withTitle />
              ))}
            </ul>
          </section>
        )}
      </main>
      <NoticeList />
    </div>
  );
}
