/** What the pages of the stand-in finishing machines share. */

export const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

export const STYLE = `  body { margin: 0; font: 16px/1.5 system-ui, sans-serif; color: #2a211c; background: #f4ecdd; }
  header { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; padding: 1rem 1.5rem; border-bottom: 1px solid #2a211c33; }
  h1 { font-size: 1.4rem; margin: 0; } h2 { font-size: 1.05rem; margin: 0 0 .4rem; } h3 { font-size: 1rem; margin: 0; }
  nav { margin-left: auto; display: flex; gap: .5rem; flex-wrap: wrap; align-items: center; }
  button, label.button { font: inherit; padding: .3rem .8rem; border: 1px solid #2a211c; background: #fffaf0; border-radius: 2px; cursor: pointer; } button:disabled { opacity: .45; cursor: default; }
  button:focus-visible, label.button:focus-within { outline: 3px solid #a8431f; outline-offset: 1px; } input[type=file] { position: absolute; opacity: 0; width: 1px; }
  nav a { color: #a8431f; padding: .3rem .8rem; }
  main { padding: 1rem 1.5rem; display: grid; gap: 1.4rem; } small { color: #5d5148; } ul { margin: 0; padding: 0; list-style: none; display: grid; gap: .4rem; }`;
