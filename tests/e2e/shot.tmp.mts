import { writeFileSync } from 'node:fs';
import { Stage } from './stage.ts';
const [, , path = '/', name = 'a', width = '1280', height = '800', script = '', wait = '1200'] = process.argv;
const stage = await Stage.open({ width: Number(width), height: Number(height) });
await stage.devTools('Emulation.setDeviceMetricsOverride', {
  width: Number(width),
  height: Number(height),
  deviceScaleFactor: 1,
  mobile: false,
});
await stage.go(path);
try {
  await stage.until(
    'score',
    async () =>
      await stage.driver.executeScript(
        "return !!document.querySelector('[data-current=true]') || !location.pathname.startsWith('/studies')",
      ),
  );
} catch (e) {
  console.log(String(e));
}
if (script) await stage.driver.executeScript(script);
await new Promise((r) => setTimeout(r, Number(wait)));
const state = await stage.driver.executeScript(`
 const m=document.documentElement; const st=document.querySelector('.score svg'); 
 return {scrollH:m.scrollHeight, clientH:m.clientHeight, scrollW:m.scrollWidth, score: st&&st.getBoundingClientRect().toJSON(), place: document.querySelector('.score')?.getBoundingClientRect().toJSON()}`);
console.log(JSON.stringify(state));
const png = await stage.driver.takeScreenshot();
writeFileSync(`/tmp/${name}.png`, Buffer.from(png, 'base64'));
for (const e of await stage.driver.manage().logs().get('browser'))
  if (e.level.name === 'SEVERE') console.log(e.message.slice(0, 600));
await stage.close();
