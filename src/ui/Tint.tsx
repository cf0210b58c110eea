import { coloured } from './inkOn';

/**
 * The colour of the paper under a drawing of what is printed on it: ink lies on it, and what is not printed shows it.
 * In a drawing, behind what it tints.
 */
export function Tint({
  swatch,
  ...box
}: {
  readonly swatch: string | undefined;
  readonly x?: number;
  readonly y?: number;
  readonly width: number;
  readonly height: number;
}) {
  if (swatch === undefined || !coloured(swatch)) return null;
  return <rect {...box} fill={swatch} style={{ mixBlendMode: 'multiply' }} data-paper={swatch} />;
}
