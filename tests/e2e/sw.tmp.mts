import { cpSync, mkdtempSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Stage } from './stage.ts';
const BUILD = 'dist';
const t0 = Date.now();
const say = (w: string) => console.log(((Date.now() - t0) / 1000).toFixed(1), w);
const later = mkdtempSync(join(tmpdir(), 'sl-'));
cpSync(BUILD, later, { recursive: true, filter: (p) => !/\.(?:br|gz)$/.test(p) });
const w = join(later, 'sw.js');
writeFileSync(
  w,
  readFileSync(w, 'utf8').replace(
    /("|')?url("|')?:"index\.html",revision:"[^"]+"/,
    'url:"index.html",revision:"later"',
  ) + '\n// later',
);
const idx = join(later, 'index.html');
writeFileSync(idx, readFileSync(idx, 'utf8').replace('</head>', '<meta name="later"></head>'));
const stage = await Stage.open();
await stage.go('/studies/new?instrument=violin&tonic=D');
await stage.score();
say('score');
await stage.until('c', () =>
  stage.driver.executeScript(
    `return navigator.serviceWorker.ready.then((f) => f.active?.state === 'activated' && navigator.serviceWorker.controller !== null);`,
  ),
);
say('controlled');
stage.house.deploy(later);
await stage.driver.executeScript(
  `window.log=[]; const t=performance.now(); navigator.serviceWorker.getRegistration().then(r=>{ r.addEventListener('updatefound',()=>{window.log.push(['found',performance.now()-t]); const s=r.installing; s.addEventListener('statechange',()=>window.log.push([s.state,performance.now()-t]))}); r.update().then(()=>window.log.push(['updated',performance.now()-t]),e=>window.log.push([String(e)]));});`,
);
for (let k = 0; k < 8; k++) {
  await new Promise((r) => setTimeout(r, 10000));
  console.log(JSON.stringify(await stage.driver.executeScript('return window.log')));
}
await stage.close();
