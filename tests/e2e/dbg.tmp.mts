import { By } from 'selenium-webdriver';
import { writeFileSync } from 'node:fs';
import { Stage } from './stage.ts';
const stage = await Stage.open({ height: 1400 });
await stage.go('/studies/new?instrument=violin&tonic=G&octaves=2&start=G3');
await stage.score();
const door = await stage.driver.findElement(By.xpath(`//button[@role="tab"][normalize-space()="Note"]`));

try {
  await door.click();
} catch (e) {
  console.log(String(e).slice(0, 500));
}

writeFileSync('/tmp/dbg.png', Buffer.from(await stage.driver.takeScreenshot(), 'base64'));
for (const e of await stage.driver.manage().logs().get('browser')) console.log(e.message.slice(0, 900));
await stage.close();
