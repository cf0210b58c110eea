import { useEffect, useMemo, useRef } from 'react';
import * as echarts from 'echarts/core';
import { BarChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { SVGRenderer } from 'echarts/renderers';
import { formatNumber, machineTakes, planLayout, type Block, type Docket, type Shop, type Stock } from '../../../core';
import { useJob } from '../context';
import { withStock } from '../wishes';

echarts.use([BarChart, GridComponent, TooltipComponent, SVGRenderer]);

interface Bar {
  readonly stock: Stock;
  readonly up: number;
  /** Cents of paper and clicks for one copy. */
  readonly price: number;
}

/** What a copy costs on every stock that takes it, cheapest first. */
function compare(docket: Docket, shop: Shop, sheets: number, block: Block): Bar[] {
  return shop.stocks
    .filter((s) => machineTakes(docket.sheet.machine, s))
    .flatMap((stock) => {
      const layout = planLayout({ ...docket, sheet: { ...docket.sheet, stock } }, block);
      const up = layout.slots.length;
      return layout.fits ? [{ stock, up, price: (sheets * (stock.price + 2 * docket.sheet.machine.click)) / up }] : [];
    })
    .sort((a, b) => a.price - b.price);
}

/** A stock's name and format, and where another has the same, its grain. */
function named({ stock }: Bar, bars: readonly Bar[]): string {
  const name = `${stock.name} ${stock.format}`;
  const alike = bars.filter((b) => `${b.stock.name} ${b.stock.format}` === name).length;
  return alike > 1 ? `${name} ${stock.grain}` : name;
}

/** Draws the bars, the stock that is taken in ink; a click takes another. */
function draw(it: echarts.ECharts, bars: readonly Bar[], now: string, take: (id: string) => void): void {
  it.setOption({
    animation: false,
    textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable', color: '#2a211c' },
    grid: { left: 4, right: 108, top: 0, bottom: 0, containLabel: true },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category',
      inverse: true,
      data: bars.map((b) => named(b, bars)),
      axisTick: { show: false },
      axisLine: { show: false },
      axisLabel: { color: '#2a211c', fontSize: 12 },
    },
    series: [
      {
        type: 'bar',
        barWidth: 10,
        data: bars.map((b) => ({
          value: b.price,
          itemStyle: {
            color: b.stock.id === now ? '#2a211c' : b.stock.swatch,
            borderColor: '#2a211c',
            borderWidth: 1,
          },
        })),
        label: {
          show: true,
          position: 'right',
          fontFamily: 'Atkinson Hyperlegible Mono Variable',
          fontSize: 11,
          color: '#2a211c',
          formatter: (p: { dataIndex: number }) =>
            `${formatNumber(bars[p.dataIndex]!.price, 1)} ct · ${bars[p.dataIndex]!.up} up`,
        },
      },
    ],
  });
  it.resize();
  it.off('click');
  it.on('click', (p) => {
    const bar = bars[p.dataIndex];
    if (bar && bar.stock.id !== now) take(bar.stock.id);
  });
}

/** The stocks that fit, side by side by what a copy costs; a click takes one. The list above does the same by keyboard. */
export function StockChart() {
  const { docket, store, plan, change } = useJob();
  const shop = store((s) => s.shop);
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  const { block } = plan.layout;
  const bars = useMemo(
    () => compare(docket, shop, plan.sheets.length, block),
    [docket, shop, plan.sheets.length, block],
  );

  useEffect(() => () => chart.current?.dispose(), []);

  // drawn behind the click that changed it: measuring text for a chart takes longer than an answer may
  const now = docket.sheet.stock.id;
  useEffect(() => {
    const later = setTimeout(() => {
      if (!place.current) return;
      chart.current ??= echarts.init(place.current, null, { renderer: 'svg' });
      draw(chart.current, bars, now, (id) => withStock(shop, id, change));
    }, 0);
    return () => clearTimeout(later);
  }, [bars, now, shop, change]);

  return (
    <figure className="mt-1">
      <figcaption className="text-xs text-ink-soft">
        Paper and clicks for a copy, on every stock that fits{bars.length === 0 && ': none does'}
      </figcaption>
      <div
        ref={place}
        style={{ height: Math.max(20, bars.length * 21) }}
        role="img"
        aria-label={bars.map((b) => `${named(b, bars)}: ${formatNumber(b.price, 1)} cents, ${b.up} up`).join('; ')}
      />
    </figure>
  );
}
