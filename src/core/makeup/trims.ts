import type { Size } from '../measure';
import type { Line } from './piece';

/** The four trims of what is cut out of a flat sheet. */
export function trimLines({ width, height }: Size): Line[] {
  const line = (from: Line['from'], to: Line['to']): Line => ({ kind: 'trim', from, to, order: 0 });
  return [
    line([0, 0], [width, 0]),
    line([0, height], [width, height]),
    line([0, 0], [0, height]),
    line([width, 0], [width, height]),
  ];
}
