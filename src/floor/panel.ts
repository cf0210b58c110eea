/** The stand-in's own page: what it prints, and buttons for what goes wrong on a real machine. */
export function panelPage(name: string): string {
  const safe = name.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${safe}, stand-in press</title>
<style>
  body { margin: 0; font: 16px/1.5 system-ui, sans-serif; color: #2a211c; background: #f4ecdd; }
  header { display: flex; gap: 1rem; align-items: baseline; flex-wrap: wrap; padding: 1rem 1.5rem; border-bottom: 1px solid #2a211c33; }
  h1 { font-size: 1.4rem; margin: 0; } #state { font-weight: 600; }
  button { font: inherit; padding: .3rem .8rem; border: 1px solid #2a211c; background: #fffaf0; border-radius: 2px; cursor: pointer; }
  button:focus-visible { outline: 3px solid #a8431f; outline-offset: 1px; }
  main { padding: 1rem 1.5rem; display: grid; gap: 1.5rem; }
  h2 { font-size: 1rem; margin: 0 0 .5rem; } .sheets { display: flex; gap: .6rem; overflow-x: auto; padding-bottom: .5rem; }
  nav a { padding: .3rem .8rem; color: #a8431f; }
  .sheets img { height: 130px; border: 1px solid #2a211c55; background: #fff; } nav { margin-left: auto; display: flex; gap: .5rem; flex-wrap: wrap; }
</style></head><body>
<header><h1>${safe}</h1><span id="state" role="status"></span>
<nav aria-label="Provoke"><button data-do="media-empty">Paper out</button><button data-do="media-jam">Jam</button><button data-do="clear">Put right</button><button data-do="pause">Pause</button><button data-do="resume">Resume</button><a href="/slitter">The slitter</a><a href="/guillotine">The guillotine</a></nav></header>
<main id="jobs"></main>
<script>
  const words = { 'media-empty': 'out of paper', 'media-jam': 'paper jam', paused: 'paused' };
  const shown = new Map();
  function show(s) {
    document.getElementById('state').textContent = s.state + (s.reasons.length ? ': ' + s.reasons.map((r) => words[r] || r).join(', ') : '');
    const main = document.getElementById('jobs');
    if (!s.jobs.length && !main.childElementCount) main.textContent = 'Nothing printed yet.';
    else if (main.firstChild && main.firstChild.nodeType === 3) main.textContent = '';
    for (const job of [...s.jobs].reverse()) {
      let entry = shown.get(job.id);
      if (!entry) {
        const section = document.createElement('section');
        const h = document.createElement('h2');
        const row = document.createElement('div');
        row.className = 'sheets';
        section.append(h, row);
        main.prepend(section);
        entry = { h, row, count: 0 };
        shown.set(job.id, entry);
      }
      entry.h.textContent = job.name + ' · ' + job.state + ' · ' + job.sheetsDone + ' of ' + job.sheets + ' sheets' + (job.stocks.length ? ' of ' + job.stocks.join(' and ') : '');
      while (entry.count < Math.min(job.pictures, 40)) {
        entry.count++;
        const img = document.createElement('img');
        img.loading = 'lazy';
        img.alt = 'Side ' + entry.count;
        img.src = '/pictures/' + job.id + '/' + entry.count + '.jpg';
        entry.row.append(img);
      }
    }
  }
  async function look() { try { show(await (await fetch('/state')).json()); } catch { document.getElementById('state').textContent = 'not running'; } }
  document.querySelector('nav').addEventListener('click', async (e) => {
    const what = e.target.dataset && e.target.dataset.do;
    if (what) show(await (await fetch('/provoke/' + what, { method: 'POST' })).json());
  });
  look();
  setInterval(look, 1000);
</script></body></html>`;
}
