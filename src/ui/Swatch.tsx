/** The colour that a stock or a machine is known by. */
export const Swatch = ({ colour }: { readonly colour: string }) => (
  <span className="size-4 shrink-0 border border-ink/40" style={{ background: colour }} />
);
