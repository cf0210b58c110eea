import { useEffect, useRef, useState } from 'react';
import { cx } from '../../../ui/cx';
import { useJob } from '../context';
import { SideDrawing } from './SideDrawing';

const NONE = { numbers: true, aids: false };

/** Every sheet in running order, front and back, as small pictures; only those in view are drawn. */
export function RunStrip({
  current,
  turned,
  onChoose,
}: {
  current: number;
  turned: boolean;
  onChoose: (sheet: number, turned: boolean) => void;
}) {
  const { plan, docket, store } = useJob();
  const artwork = store((s) => s.artwork);
  const strip = useRef<HTMLDivElement>(null);
  const [range, setRange] = useState({ left: 0, width: 1200 });
  const { layout, sheets } = plan;
  const height = 58;
  const sideWidth = Math.round((height * layout.sheet.width) / layout.sheet.height);
  const step = 2 * sideWidth + 26;
  const sha256 = docket.artwork.file.sha256 ?? '';
  const { stock } = docket.sheet;

  useEffect(() => {
    const el = strip.current!;
    const look = (): void => setRange({ left: el.scrollLeft, width: el.clientWidth });
    look();
    el.addEventListener('scroll', look, { passive: true });
    const observer = new ResizeObserver(look);
    observer.observe(el);
    return () => {
      el.removeEventListener('scroll', look);
      observer.disconnect();
    };
  }, []);
  useEffect(() => {
    const el = strip.current!;
    const at = current * step;
    if (at < el.scrollLeft || at + step > el.scrollLeft + el.clientWidth)
      el.scrollTo({ left: at - el.clientWidth / 2 + step / 2 });
  }, [current, step]);

  const first = Math.max(0, Math.floor(range.left / step) - 1);
  const last = Math.min(sheets.length - 1, Math.ceil((range.left + range.width) / step) + 1);
  return (
    <section aria-label="Run strip" className="flex min-w-0 border-t border-ink/50 bg-glass-deep">
      <div className="grid w-24 shrink-0 grid-cols-[minmax(0,1fr)] content-center gap-1 border-r border-ink/30 px-2 text-xs leading-tight">
        <span className="num text-base font-semibold">{sheets.length}</span>
        <span>{sheets.length === 1 ? 'sheet' : 'sheets'} a copy</span>
        <span className="flex min-w-0 items-center gap-1" title={`${stock.name} ${stock.format}`}>
          <span className="size-3 shrink-0 border border-ink/50" style={{ background: stock.swatch }} />
          <span className="truncate">{stock.name}</span>
        </span>
      </div>
      <div ref={strip} className="min-w-0 flex-1 overflow-x-auto">
        <div className="relative h-[92px]" style={{ width: sheets.length * step + 12 }}>
          {sheets.slice(first, last + 1).map((sheet, i) => {
            const at = first + i;
            const on = at === current;
            return (
              <div key={sheet.number} className="absolute top-1.5 flex flex-col" style={{ left: 10 + at * step }}>
                <div className="flex gap-1">
                  {(['front', 'back'] as const).map((name) => (
                    <button
                      key={name}
                      type="button"
                      aria-label={`Sheet ${sheet.number}, ${name}`}
                      aria-current={on && turned === (name === 'back') ? 'true' : undefined}
                      onClick={() => onChoose(at, name === 'back')}
                      className={cx(
                        'border-2 bg-paper',
                        on && turned === (name === 'back') ? 'border-rust' : on ? 'border-ink' : 'border-transparent',
                      )}
                      style={{ width: sideWidth + 4, height: height + 4 }}
                    >
                      <SideDrawing
                        side={sheet[name]}
                        layout={layout}
                        marks={[]}
                        artwork={artwork}
                        sha256={sha256}
                        scale={0}
                        shown={NONE}
                      />
                    </button>
                  ))}
                </div>
                <span className="num text-xs">{sheet.number}</span>
              </div>
            );
          })}
        </div>
      </div>
    </section>
  );
}
