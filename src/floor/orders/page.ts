/** The order system's own page: its orders, and buttons that send them. */
export const deskPage = (): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Orders, stand-in order system</title>
<style>
  body { margin: 0; font: 16px/1.5 system-ui, sans-serif; color: #2a211c; background: #f4ecdd; }
  header { padding: 1rem 1.5rem; border-bottom: 1px solid #2a211c33; } h1 { font-size: 1.4rem; margin: 0; }
  main { padding: 1rem 1.5rem; } table { border-collapse: collapse; width: 100%; background: #fffaf0; }
  th, td { text-align: left; padding: .5rem .7rem; border-bottom: 1px solid #2a211c22; vertical-align: top; }
  small { color: #5d5148; display: block; }
  button { font: inherit; padding: .2rem .6rem; border: 1px solid #2a211c; background: #fffaf0; border-radius: 2px; cursor: pointer; }
  button:focus-visible { outline: 3px solid #a8431f; outline-offset: 1px; } td:first-child, td:nth-child(3), td:last-child { white-space: nowrap; }
</style></head><body>
<header><h1>Orders</h1><small>A stand-in order system: what it sends are real tickets.</small></header>
<main><table><thead><tr><th>Number</th><th>Order</th><th>Due</th><th>Where it stands</th><th>Send</th></tr></thead><tbody id="orders"></tbody></table></main>
<script>
  const body = document.getElementById('orders');
  const cell = (row, text, small) => { const td = document.createElement('td'); td.textContent = text; if (small) { const s = document.createElement('small'); s.textContent = small; td.append(s); } row.append(td); return td; };
  function show(list) {
    body.replaceChildren(...list.map((o) => {
      const row = document.createElement('tr');
      row.dataset.number = o.number;
      cell(row, o.number); cell(row, o.title, o.customer + ' · ' + o.made); cell(row, o.due);
      const where = cell(row, '', o.layout ? 'layout: ' + o.layout : '');
      if (o.job) { const a = document.createElement('a'); a.href = o.at + '/jobs/' + o.job.id; a.textContent = o.said; where.prepend(a); } else where.prepend(o.said);
      const acts = document.createElement('td');
      for (const [what, label] of [['xjdf', 'XJDF'], ['jdf', 'JDF'], ['csv', 'CSV'], ['json', 'JSON'], ['artwork', 'Artwork'], ['layout', 'Fetch layout']]) {
        const b = document.createElement('button');
        b.textContent = label; b.dataset.do = what; b.setAttribute('aria-label', label + ' of ' + o.number);
        acts.append(b, ' ');
      }
      row.append(acts);
      return row;
    }));
  }
  async function look() { try { show(await (await fetch('/orders/state')).json()); } catch { body.textContent = 'not running'; } }
  body.addEventListener('click', async (e) => {
    const what = e.target.dataset && e.target.dataset.do;
    if (!what) return;
    e.target.disabled = true;
    show(await (await fetch('/orders/' + what + '?number=' + encodeURIComponent(e.target.closest('tr').dataset.number), { method: 'POST' })).json());
  });
  look();
</script></body></html>`;
