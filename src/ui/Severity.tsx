/** The three weights of a finding, by shape as well as colour: an octagon, a lozenge, a disc. */
export function Severity({ of, size = 16 }: { readonly of: 'stop' | 'look' | 'fine'; readonly size?: number }) {
  const label = { stop: 'Stop', look: 'Look', fine: 'Fine' }[of];
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" role="img" aria-label={label} className="shrink-0">
      {of === 'stop' && (
        <>
          <path d="M5 .8h6L15.2 5v6L11 15.2H5L.8 11V5Z" className="fill-brick" />
          <path d="M4.5 8h7" stroke="#fffaf0" strokeWidth="2.4" />
        </>
      )}
      {of === 'look' && (
        <>
          <path d="M8 .4 15.6 8 8 15.6.4 8Z" className="fill-saffron" stroke="#2a211c" strokeWidth=".8" />
          <path d="M8 4.2v4.6M8 10.4v1.8" stroke="#2a211c" strokeWidth="1.8" />
        </>
      )}
      {of === 'fine' && <circle cx="8" cy="8" r="6" className="fill-moss" />}
    </svg>
  );
}
