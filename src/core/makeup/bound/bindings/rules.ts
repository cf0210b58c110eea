import type { Binding, Process } from '../../../docket';
import type { BoundEdge } from '../../../fold';

/** A binding as it can be chosen from a list. */
export interface BindingChoice {
  readonly key: string;
  readonly label: string;
  readonly detail: string;
  readonly binding: Binding;
}

/** Everything that a binding decides. Nothing else asks which binding it is. */
export interface BindingRules<B extends Binding> {
  /** As it is chosen, one entry for each way that differs in kind. */
  readonly choices: readonly BindingChoice[];
  /** Which of the choices it is. */
  readonly keyOf: (b: B) => string;
  /** As the brief says it: `saddle-stitched` and `booklet`. */
  readonly said: (b: B, bound: BoundEdge) => { readonly binding: string; readonly piece: string };
  /** What lies several up, in the plural. */
  readonly pieces: string;
  /** Why pages come in multiples. */
  readonly whole: string;
  /** How its paper comes together: inserted, gathered, leaf by leaf, or as one folded piece. */
  readonly made: 'nested' | 'gathered' | 'leaves' | 'folded';
  /** Where a cover goes. */
  readonly cover: 'inserted' | 'wrapped' | 'none';
  readonly flatSpine: boolean;
  /** Whether leaves that no fold joins at the spine fall out. */
  readonly heldByFold: boolean;
  /** Whether single leaves can be sections of it. */
  readonly singleLeaves: boolean;
  /** Whether a section smaller than the others must not be the first or the last. */
  readonly partsInside: boolean;
  /** How its sections are chosen where nobody has said: single folds, the cheapest plan, leaves, or by the page count. */
  readonly sections: 'single folds' | 'cheapest' | 'leaves' | 'by count';
  /** Folds that a section can have where no folding machine is named: those of the binder's machine or by hand. */
  readonly foldsWithoutFolder: number;
  /** At the spine edge: paper between the trim and the fold or cut, and how far content may run beyond the trim, mm. */
  readonly atSpine: (b: B, bleed: number) => { readonly paper: number; readonly bleed: number };
  /** What is milled off the spine, mm. */
  readonly milled: (b: B) => number;
  /** What holes need at the bound edge, mm. */
  readonly clearance: (b: B) => number;
  /** How much shorter a leaf is that is folded in, mm. */
  readonly shortened: (b: B) => number;
  /** Whether cut piles are laid on each other in reading order. */
  readonly stacked: (b: B) => boolean;
  /** The process that makes it. */
  readonly process: Process;
  /** Whether its sections are folded on a machine of their own before that. */
  readonly foldedBefore: boolean;
  /** Whether its pieces are cut to size flat, or trimmed when bound. */
  readonly trimmed: 'flat' | 'bound';
}
