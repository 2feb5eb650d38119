import { FAULTS } from './faults.js';
import type { Queue } from './queue.js';

const safe = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

/** The tray of the simulated printer as a page: what it printed, and what can be made to go wrong. */
export function trayPage(queue: Queue): string {
  const jobs = [...queue.jobs].reverse().map((job) => {
    const papers = Array.from(
      { length: Math.min(job.printed, 12) },
      (_, i) => `<img src="/paper/${job.id}/${i + 1}" alt="Page ${i + 1}">`,
    ).join('');
    return `<section><h2>${job.id}. ${safe(job.name)}</h2><p>${job.state}, ${job.printed} of ${job.pages} pages</p><div>${papers}</div></section>`;
  });
  const options = FAULTS.map((fault) => `<option${fault === queue.fault ? ' selected' : ''}>${fault}</option>`).join(
    '',
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Stand-in printer</title>
<style>body{font:17px/1.4 system-ui,sans-serif;margin:24px;background:#eceef3;color:#17151f}img{height:220px;margin:0 10px 10px 0;background:#fff;box-shadow:2px 2px 0 #0003}label{margin-right:24px}</style>
<h1>Stand-in printer</h1><p><label>What goes wrong <select id="fault">${options}</select></label>
<label><input type="checkbox" id="mirror"${queue.driverMirrors ? ' checked' : ''}> Its driver mirrors</label></p>
${jobs.join('') || '<p>Nothing printed yet.</p>'}
<script>const set=(body)=>fetch('/faults',{method:'PUT',body:JSON.stringify(body)});
document.getElementById('fault').onchange=(e)=>set({fault:e.target.value});
document.getElementById('mirror').onchange=(e)=>set({driverMirrors:e.target.checked});
setTimeout(()=>location.reload(),4000)</script></html>`;
}
