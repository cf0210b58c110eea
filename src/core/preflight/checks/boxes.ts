import type { PreflightCheck } from '../kinds';

export const boxes: PreflightCheck = {
  title: 'Page boxes contradict each other',
  why: 'Programs that go by one box print the page otherwise than those that go by another.',
  mend: 'Set the boxes, or ask for the file to be exported again.',
  weight: 'look',
  look: ({ artwork }) =>
    artwork.pages.flatMap(({ faults = [] }, i) =>
      faults.map((fault) => ({ page: i + 1, box: null, said: fault.replaceAll('-', ' ') })),
    ),
};
