import { escaped, STYLE } from '../page-style';

/** The guillotine's own page: the table seen from above, the back gauge where the program has set it, one button for the knife. */
export function guillotinePage(name: string): string {
  const safe = escaped(name);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${safe}, stand-in guillotine</title>
<style>
${STYLE}
  .gauge { font-size: 2.6rem; font-weight: 700; font-variant-numeric: tabular-nums; line-height: 1.1; } #table { background: #c9d4db; width: 100%; max-width: 60rem; height: 26rem; display: block; }
  .knife { font-size: 1.1rem; padding: .5rem 1.6rem; background: #a2301f; color: #fffaf0; border-color: #a2301f; }
</style></head><body>
<header><h1>${safe}</h1><span id="state" role="status"></span><small id="programs"></small>
<nav aria-label="At the machine"><label class="button">Read programs<input type="file" id="file" accept=".xml"></label><a href="/slitter">The slitter</a><a href="/">The press</a></nav></header>
<main><section aria-label="On the table" id="work"><p><span class="gauge" id="gauge"></span> <span id="does"></span></p><p><button class="knife" id="knife">Cut</button></p><svg id="table" role="img" aria-label="The table from above"></svg></section>
<section aria-label="In the press’s output"><h2>In the press’s output</h2><p><label>Cut by <select id="program"></select></label></p><ul id="waiting"></ul></section></main>
<script>
  const id = (n) => document.getElementById(n);
  const make = (tag, text) => { const e = document.createElement(tag); if (text) e.textContent = text; return e; };
  const svg = (tag, at) => { const e = document.createElementNS('http://www.w3.org/2000/svg', tag); for (const k in at) e.setAttribute(k, at[k]); return e; };
  const TURNS = ['', 'Quarter turn left', 'Half turn', 'Quarter turn right'];
  let drawn = '';
  function pile(t, r, x, y, lies, k, key) {
    const g = svg('g', { transform: 'translate(' + x + ' ' + y + ') rotate(' + -90 * lies + ') scale(' + k + ') translate(' + -(r.x + r.width / 2) + ' ' + -(t.pile.height - r.y - r.height / 2) + ')' });
    const top = t.pile.height - r.y - r.height, clip = 'c' + key;
    const c = svg('clipPath', { id: clip }); c.append(svg('rect', { x: r.x, y: top, width: r.width, height: r.height })); g.append(c);
    g.append(svg('image', { href: '/guillotine/sheet.jpg?' + t.key, width: t.pile.width, height: t.pile.height, preserveAspectRatio: 'none', 'clip-path': 'url(#' + clip + ')' }));
    g.append(svg('rect', { x: r.x, y: top, width: r.width, height: r.height, fill: 'none', stroke: '#2a211c', 'stroke-width': 1 }));
    return g;
  }
  function draw(t) {
    const s = id('table'); s.replaceChildren();
    const wide = (r) => t.lies % 2 ? r.height : r.width, deep = (r) => t.lies % 2 ? r.width : r.height;
    const all = t.hand.reduce((n, r) => n + wide(r) + 8, 0), measure = t.measure === null ? 0 : t.measure;
    const front = Math.max(0, ...t.hand.map(deep)) - measure, side = Math.max(t.pile.width, t.pile.height) * 0.9;
    s.setAttribute('viewBox', [-10, -14, all + side + 30, measure + Math.max(front, 40) + 30].join(' '));
    let x = 0;
    if (t.measure !== null) s.append(svg('rect', { x: -6, y: -8, width: all + 4, height: 8, fill: '#5f6b76' }));
    t.hand.forEach((r, i) => { s.append(pile(t, r, x + wide(r) / 2, deep(r) / 2, t.lies, 1, 'h' + i)); x += wide(r) + 8; });
    if (t.measure !== null) s.append(svg('path', { d: 'M-6 ' + measure + 'H' + (all - 2), stroke: '#a2301f', 'stroke-width': 2.4 }));
    const high = measure + Math.max(front, 40), rows = (k) => { const at = []; let x = all + 14, y = 0, h = 0; for (const r of t.aside) { if (x > all + 14 && x + r.width * k > all + side) { x = all + 14; y += h + 5; h = 0; } at.push([x + r.width * k / 2, y + r.height * k / 2]); x += r.width * k + 5; h = Math.max(h, r.height * k); } return { at, high: y + h }; };
    let k = 0.5;
    while (k > 0.02 && rows(k).high > high) k *= 0.92;
    const at = rows(k).at;
    t.aside.forEach((r, i) => s.append(pile(t, r, at[i][0], at[i][1], 0, k, 'a' + i)));
  }
  function show(s) {
    const h = s.hand, t = s.table, runs = h && t && h.state === 'running';
    id('state').textContent = !h ? 'nothing in hand' : h.name + ' · ' + (h.state === 'done' ? 'done' : 'lift ' + t.lift + ' of ' + t.lifts + ', cut ' + Math.min(h.cut + 1, t.cuts) + ' of ' + t.cuts);
    id('programs').textContent = s.programs.length === 0 ? 'no programs' : s.programs.length === 1 ? 'one program' : s.programs.length + ' programs';
    id('work').hidden = !t;
    id('gauge').textContent = t && t.measure !== null ? t.measure.toFixed(1) + ' mm' : '';
    id('does').textContent = !runs ? '' : t.measure === null ? 'all piles are out' : TURNS[t.turned] || 'as it lies';
    id('knife').disabled = !runs;
    id('knife').textContent = runs && t.measure === null ? (t.lift < t.lifts ? 'Next lift' : 'Done with it') : 'Cut';
    const chosen = id('program').value, names = s.programs.join('|');
    if (id('program').dataset.names !== names) { id('program').dataset.names = names; id('program').replaceChildren(...s.programs.map((p) => make('option', p))); if (s.programs.includes(chosen)) id('program').value = chosen; }
    id('waiting').replaceChildren(...s.waiting.map((w) => { const li = make('li'); const b = make('button', 'Take it'); b.dataset.take = w.job; b.disabled = s.programs.length === 0 || !!runs; b.setAttribute('aria-label', 'Take ' + w.name); li.append(b, ' ' + w.name + ', ' + w.sheets + (w.sheets === 1 ? ' sheet' : ' sheets')); return li; }));
    if (!s.waiting.length) id('waiting').append(make('li', 'Nothing that was not taken.'));
    if (!t) return;
    t.key = h.job + '-' + t.page;
    const now = JSON.stringify([t, h.cut, h.lift]);
    if (now !== drawn) { drawn = now; draw(t); }
  }
  async function send(path, body) { const r = await fetch('/guillotine/' + path, { method: 'POST', body }); if (r.ok) show(await r.json()); else id('state').textContent = await r.text(); }
  async function look() { try { show(await (await fetch('/guillotine/state')).json()); } catch { id('state').textContent = 'not running'; } }
  document.addEventListener('click', (e) => { const d = e.target.dataset || {}; if (d.take) send('take?job=' + d.take + '&program=' + encodeURIComponent(id('program').value)); });
  id('knife').addEventListener('click', () => send('cut'));
  id('file').addEventListener('change', async (e) => { const f = e.target.files[0]; if (f) { await send('programs', await f.text()); e.target.value = ''; } });
  look();
  setInterval(look, 1000);
</script></body></html>`;
}
