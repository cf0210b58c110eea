/** L*, a*, b*. */
export type Lab = readonly [number, number, number];

const RAD = Math.PI / 180;

/**
 * How far two colours are apart to the eye: CIEDE2000 (ISO/CIE 11664-6), all weights 1.
 * @param one, other L*, a*, b*
 */
export function differenceOf(one: Lab, other: Lab): number {
  const [l1, a1, b1] = one;
  const [l2, a2, b2] = other;
  const mean = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
  const g = 0.5 * (1 - Math.sqrt(mean ** 7 / (mean ** 7 + 25 ** 7)));
  const [x1, x2] = [(1 + g) * a1, (1 + g) * a2];
  const [c1, c2] = [Math.hypot(x1, b1), Math.hypot(x2, b2)];
  const hue = (x: number, b: number): number => (x === 0 && b === 0 ? 0 : (Math.atan2(b, x) / RAD + 360) % 360);
  const [h1, h2] = [hue(x1, b1), hue(x2, b2)];
  const grey = c1 * c2 === 0;
  const apart = h2 - h1;
  const turn = grey ? 0 : apart > 180 ? apart - 360 : apart < -180 ? apart + 360 : apart;
  const dL = l2 - l1;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * RAD);
  const [l, c] = [(l1 + l2) / 2, (c1 + c2) / 2];
  const sum = h1 + h2;
  const h = grey ? sum : Math.abs(apart) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const cos = (degrees: number): number => Math.cos(degrees * RAD);
  const t = 1 - 0.17 * cos(h - 30) + 0.24 * cos(2 * h) + 0.32 * cos(3 * h + 6) - 0.2 * cos(4 * h - 63);
  const sL = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const sC = 1 + 0.045 * c;
  const sH = 1 + 0.015 * c * t;
  const turned = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const rT = -2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7)) * Math.sin(2 * turned * RAD);
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
}
