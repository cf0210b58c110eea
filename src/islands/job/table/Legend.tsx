import type { ReactNode } from 'react';

/** What is drawn on the table, by kind. */
export interface Drawn {
  readonly bleed: boolean;
  readonly safe: boolean;
  readonly fold: boolean;
  readonly score: boolean;
  readonly perforation: boolean;
  readonly creep: boolean;
}

/** What the lines mean that are on this sheet. */
export function Legend({ drawn }: { readonly drawn: Drawn }) {
  const item = (name: string, drawing: ReactNode) => (
    <span className="flex items-center gap-1">
      <svg width="22" height="12" viewBox="0 0 22 12" aria-hidden>
        {drawing}
      </svg>
      {name}
    </span>
  );
  const plum = { stroke: '#7a3a6c', strokeWidth: 2 };
  return (
    <div className="ml-auto flex flex-wrap gap-x-3 bg-glass/80 text-xs" role="group" aria-label="Legend">
      {item('trim', <path d="M0 6h22" stroke="#2a211c" strokeWidth="1.5" />)}
      {drawn.bleed && item('bleed', <path d="M1 11 7 1M7 11 13 1M13 11 19 1" stroke="#b87c08" strokeWidth="2" />)}
      {drawn.safe &&
        item(
          'safe',
          <path d="M2 6h20" stroke="#55702f" strokeWidth="2.6" strokeLinecap="round" strokeDasharray="0 5" />,
        )}
      {drawn.fold && item('fold', <path d="M0 6h22" {...plum} strokeDasharray="7 2 2 2" />)}
      {drawn.score && item('score', <path d="M0 6h22" {...plum} strokeDasharray="2 2.4" />)}
      {drawn.perforation && item('perforation', <path d="M0 6h22" {...plum} strokeDasharray="4 1.6" />)}
      {drawn.creep && item('creep', <path d="M1 1h15v10H1z" fill="#2f5d5033" stroke="#2f5d50" strokeDasharray="3 2" />)}
      {item('no print', <path d="M2 1l9 10M11 1 2 11M11 1l9 10M20 1l-9 10" stroke="#5f6b76" strokeWidth="1" />)}
    </div>
  );
}
