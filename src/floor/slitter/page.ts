import { escaped, STYLE } from '../page-style';

/** The slitter's own page: what waits in the press's output, what it works, the pieces that came out. */
export function slitterPage(name: string): string {
  const safe = escaped(name);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${safe}, stand-in slitter</title>
<style>
${STYLE}
  .stack { border-top: 1px solid #2a211c33; padding-top: .7rem; } .why { color: #a2301f; font-weight: 600; margin: .2rem 0; }
  .pieces { display: flex; flex-wrap: wrap; gap: .5rem; margin-top: .5rem; } .pieces img { height: 84px; border: 1px solid #2a211c55; background: #fff; }
</style></head><body>
<header><h1>${safe}</h1><span id="state" role="status"></span><small id="programs"></small>
<nav aria-label="At the machine"><label class="button">Read programs<input type="file" id="file" accept=".xml"></label><button data-do="go-on">Go on</button><button data-do="put-aside">Put the sheet aside</button><button data-do="dirty">Dirty the next code</button><button data-do="out-of-square">Cut the next sheet crooked</button><a href="/guillotine">The guillotine</a><a href="/">The press</a></nav></header>
<main><section aria-label="In the press’s output"><h2>In the press’s output</h2><ul id="waiting"></ul></section><section aria-label="Stacks" id="stacks"></section></main>
<script>
  const id = (n) => document.getElementById(n);
  const make = (tag, text, cls) => { const e = document.createElement(tag); if (text) e.textContent = text; if (cls) e.className = cls; return e; };
  const shown = new Map();
  function show(s) {
    const now = s.stacks.find((k) => k.state === 'stopped') || s.stacks.find((k) => k.state === 'running');
    id('state').textContent = (now ? now.state + ': ' + now.name : 'idle') + (s.flaw === 'dirty' ? ' · the next code is dirty' : s.flaw ? ' · the next sheet is crooked' : '');
    for (const b of document.querySelectorAll('[data-do=go-on], [data-do=put-aside]')) b.disabled = !now || now.state !== 'stopped';
    id('programs').textContent = s.programs.length === 0 ? 'no programs' : s.programs.length === 1 ? 'program ' + s.programs[0] : s.programs.length + ' programs';
    id('waiting').replaceChildren(...s.waiting.map((w) => { const li = make('li'); const b = make('button', 'Take it'); b.dataset.take = w.job; b.setAttribute('aria-label', 'Take ' + w.name); li.append(b, ' ' + w.name + ', ' + w.sheets + (w.sheets === 1 ? ' sheet' : ' sheets')); return li; }));
    if (!s.waiting.length) id('waiting').append(make('li', 'Nothing that was not taken.'));
    for (const k of [...s.stacks].reverse()) {
      let e = shown.get(k.job);
      if (!e) { const box = make('div', '', 'stack'); e = { box, h: make('h3'), p: make('small'), why: make('p', '', 'why'), row: make('div', '', 'pieces'), count: 0 }; box.append(e.h, e.p, e.why, e.row); id('stacks').prepend(box); shown.set(k.job, e); }
      e.h.textContent = k.name + ' · ' + k.state + ' · ' + k.done + ' of ' + k.sheets + ' sheets' + (k.aside ? ', ' + k.aside + ' put aside' : '');
      e.p.textContent = k.program ? 'by program ' + k.program + (k.degrees === null ? '' : '; the last sheet lay ' + k.degrees.toFixed(2) + '° askew') : '';
      e.why.textContent = k.why || ''; e.why.hidden = !k.why;
      k.pieces.forEach((n, sheet) => { for (let i = 0; i < n; i++) { const key = sheet + '-' + i; if (e.row.querySelector('[data-key="' + key + '"]') || e.count >= 60) continue; e.count++; const img = document.createElement('img'); img.dataset.key = key; img.alt = 'Piece ' + (i + 1) + ' of sheet ' + (sheet + 1); img.src = '/slitter/pieces/' + k.job + '-' + key + '.jpg'; e.row.append(img); } });
    }
  }
  async function send(path, body) { const r = await fetch('/slitter/' + path, { method: 'POST', body }); if (r.ok) show(await r.json()); else id('state').textContent = await r.text(); }
  async function look() { try { show(await (await fetch('/slitter/state')).json()); } catch { id('state').textContent = 'not running'; } }
  document.addEventListener('click', (e) => { const d = e.target.dataset || {}; if (d.do) send(d.do); if (d.take) send('take?job=' + d.take); });
  id('file').addEventListener('change', async (e) => { const f = e.target.files[0]; if (f) { await send('programs', await f.text()); e.target.value = ''; } });
  look();
  setInterval(look, 1000);
</script></body></html>`;
}
