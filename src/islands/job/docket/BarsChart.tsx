import { useEffect, useRef, useState } from 'react';
import * as echarts from 'echarts/core';
import { BarChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { SVGRenderer } from 'echarts/renderers';

echarts.use([BarChart, GridComponent, SVGRenderer]);

/** A bar: one of the things that are compared, and what it comes to. */
export interface Bar {
  readonly id: string;
  readonly name: string;
  readonly value: number;
  /** What stands behind the bar. */
  readonly said: string;
  readonly swatch: string;
}

const INK = '#2a211c';
const RUST = '#b4472a';

function optionOf(bars: readonly Bar[], now: string, pointed: number | null): echarts.EChartsCoreOption {
  return {
    animation: false,
    textStyle: { fontFamily: 'Atkinson Hyperlegible Next Variable', color: INK },
    grid: {
      left: 4,
      right: 8 + 7 * Math.max(10, ...bars.map((b) => b.said.length)),
      top: 0,
      bottom: 0,
      containLabel: true,
    },
    xAxis: { type: 'value', show: false },
    yAxis: {
      type: 'category',
      inverse: true,
      data: bars.map((b) => b.name),
      axisTick: { show: false },
      axisLine: { show: false },
      axisLabel: { color: INK, fontSize: 12 },
    },
    series: [
      {
        type: 'bar',
        barWidth: 10,
        data: bars.map((b, i) => ({
          value: b.value,
          itemStyle: {
            color: b.id === now ? INK : b.swatch,
            borderColor: i === pointed ? RUST : INK,
            borderWidth: i === pointed ? 3 : 1,
          },
        })),
        label: {
          show: true,
          position: 'right',
          fontFamily: 'Atkinson Hyperlegible Mono Variable',
          fontSize: 11,
          color: INK,
          formatter: (p: { dataIndex: number }) => bars[p.dataIndex]!.said,
        },
      },
    ],
  };
}

/**
 * Bars, the one that is taken in ink; a click takes another. By keyboard up and down go from bar to bar, Enter takes.
 */
export default function BarsChart({
  called,
  bars,
  now,
  onTake,
}: {
  /** What is compared: `Stocks`. */
  readonly called: string;
  readonly bars: readonly Bar[];
  readonly now: string;
  readonly onTake: (id: string) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  const [pointed, setPointed] = useState<number | null>(null);
  useEffect(() => () => chart.current?.dispose(), []);
  // drawn behind the click that changed it: measuring text for a chart takes longer than an answer may
  useEffect(() => {
    const later = setTimeout(() => {
      if (!place.current) return;
      const it = (chart.current ??= echarts.init(place.current, null, { renderer: 'svg' }));
      it.setOption(optionOf(bars, now, pointed));
      it.resize();
      it.off('click');
      it.on('click', (p) => {
        const bar = bars[p.dataIndex];
        if (bar && bar.id !== now) onTake(bar.id);
      });
    }, 0);
    return () => clearTimeout(later);
  }, [bars, now, pointed, onTake]);
  const onKey = (e: React.KeyboardEvent): void => {
    const at = pointed ?? bars.findIndex((b) => b.id === now);
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: bars.length - 1 }[e.key];
    if (to !== undefined) setPointed(Math.max(0, Math.min(bars.length - 1, to)));
    else if ((e.key === 'Enter' || e.key === ' ') && bars[at] && bars[at].id !== now) onTake(bars[at].id);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const bar = pointed === null ? null : bars[pointed];
  return (
    <>
      <div
        ref={place}
        tabIndex={0}
        role="group"
        aria-label={`${called} as bars: up and down go from one to the next, Enter takes one`}
        onKeyDown={onKey}
        onBlur={() => setPointed(null)}
        style={{ height: Math.max(20, bars.length * 21) }}
      />
      <p className="sr-only" role="status">
        {bar && `${bar.name}: ${bar.said}`}
      </p>
    </>
  );
}
