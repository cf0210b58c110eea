import type { KeyboardEvent, SyntheticEvent } from 'react';

const stop = (e: SyntheticEvent): void => e.stopPropagation();
/** What is pressed in a row is not a press on the row, which marks it. Keys that move in the list are still the list's. */
export const ITS_OWN = {
  onPointerDown: stop,
  onMouseDown: stop,
  onClick: stop,
  onKeyDown: (e: KeyboardEvent): void => {
    if (e.key === 'Enter' || e.key === ' ') e.stopPropagation();
  },
};
