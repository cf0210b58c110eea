import { EPSILON, formatLength, formatSize, type Size, type Unit } from '../measure';
import type { Plan } from '../sheet';
import type { Limit } from './rules';

type Named = { readonly name: string };

/** A finished piece wider or taller than a machine takes it, upright. */
export function tooLarge(
  { assembly }: Plan,
  { name, largest }: Named & { readonly largest: Size },
  id: string,
  unit: Unit,
): Limit[] {
  const { finished, thing } = assembly;
  if (finished.width <= largest.width + EPSILON && finished.height <= largest.height + EPSILON) return [];
  return [
    {
      id,
      title: `The ${thing} is too large for ${name}`,
      detail: `It takes ${formatSize(largest, unit)}; this is ${formatSize(finished, unit)}.`,
    },
  ];
}

/** A block thicker than a machine takes. */
export function tooThick(
  { assembly }: Plan,
  { name, thickest }: Named & { readonly thickest: number | null },
  unit: Unit,
): Limit[] {
  const { thickness, thicknessSum } = assembly;
  if (thickest === null || thickness <= thickest + EPSILON) return [];
  return [
    {
      id: 'too-thick-to-bind',
      title: `${formatLength(thickness, unit)} are too thick for ${name}`,
      detail: `It takes ${formatLength(thickest, unit)}; this is ${thicknessSum[unit]}.`,
    },
  ];
}

/** What a machine that takes blocks to a thickness says of itself. */
export const toThickness = ({ thickest }: { readonly thickest: number | null }, unit: Unit): string =>
  thickest === null ? 'any thickness' : `blocks up to ${formatLength(thickest, unit)}`;
