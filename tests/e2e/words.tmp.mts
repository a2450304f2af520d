import { Stage } from './stage.ts';
for (const q of [
  'instrument=violin&tonic=A&octaves=3',
  'instrument=cello&tonic=Eb&octaves=2',
  'instrument=bass&tonic=E&octaves=2',
  'instrument=viola&tonic=G&form=melodic-minor&octaves=3',
]) {
  const stage = await Stage.open({ width: 1280, height: 800 });
  await stage.devTools('Emulation.setDeviceMetricsOverride', {
    width: 1280,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  await stage.go('/studies/new?' + q);
  await stage.score();
  await new Promise((r) => setTimeout(r, 2500));
  const w = (await stage.driver.executeScript(`
 const words=[]; const skip=document.querySelector('.score');
 const walk=document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
 while(walk.nextNode()){ const n=walk.currentNode; const e=n.parentElement; if(skip.contains(e)||e.closest('option,script,style,.sr-only,[hidden],details:not([open])>:not(summary)')) continue;
  const r=document.createRange(); r.selectNodeContents(n); const b=r.getBoundingClientRect(); if(!b.width||b.top>=innerHeight||b.bottom<=0) continue; if(getComputedStyle(e).visibility==='hidden') continue;
  const room=e.closest('.room'); if(room){const q=room.getBoundingClientRect(); if(b.top>=q.bottom) continue;}
  words.push(...n.textContent.split(/\\s+/).filter(Boolean)); }
 for(const s of document.querySelectorAll('select')) {const b=s.getBoundingClientRect(); if(b.width&&b.top<innerHeight) words.push(...s.selectedOptions[0].textContent.split(/\\s+/));}
 return words`)) as string[];
  const real = w.filter((x) => /\p{L}{2,}/u.test(x));
  console.log(q, w.length, real.length, w.join(' '));
  await stage.close();
}
