import { formatNumber } from '../../measure';
import { onPages, type PreflightCheck } from '../kinds';

export const crooked: PreflightCheck = {
  title: 'Scans lie crooked',
  why: 'Lines that run at an angle are seen at once beside the straight edge of the paper.',
  mend: 'Set them straight: each page is turned by its own angle and moved to the middle by what is on it.',
  weight: 'look',
  look: (file) =>
    onPages(file, ({ crooked: lies }) =>
      lies
        ? [
            {
              box: null,
              said: `${formatNumber(Math.abs(lies.angle), 2)}° ${lies.angle > 0 ? 'to the left' : 'to the right'}`,
              lies,
            },
          ]
        : [],
    ),
};
