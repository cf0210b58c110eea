import type { Stand, StandAt } from '../../../core';

/** Where a mark stands, in words. */

export const BY_SAID: Readonly<Record<Stand['by'], string>> = {
  piece: 'each piece',
  pieces: 'all pieces',
  paper: 'the paper',
  plate: 'the plate',
};

export const AT_SAID: Readonly<Record<StandAt, string>> = {
  lead: 'the lead edge',
  tail: 'the tail',
  left: 'the left',
  right: 'the right',
  'lead-left': 'the left lead corner',
  'lead-right': 'the right lead corner',
  'tail-left': 'the left tail corner',
  'tail-right': 'the right tail corner',
};
