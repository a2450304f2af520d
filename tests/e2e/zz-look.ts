import { writeFileSync } from 'node:fs';
import { By } from 'selenium-webdriver';
import { Stage } from './stage.ts';
const stage = await Stage.open({ demo: true });
const shot = async (name: string): Promise<void> => writeFileSync(`/tmp/${name}.png`, await stage.driver.takeScreenshot(), 'base64');
try {
  await stage.go('/studies/new?instrument=violin&tonic=A&octaves=2&remarks=[{"at":4,"text":"listen: open A"},{"at":9,"text":"lean"}]');
  await stage.score();
  for (const words of ['low and high fingers', 'fingers to have ready', 'fingers that stay down']) await (await stage.driver.findElement(By.xpath(`//button[contains(., '${words}')]`))).click();
  await stage.until('words on the score', async () => (await stage.driver.findElement(By.css('.score')).getText()).includes('high'));
  await stage.driver.executeScript('document.querySelector(".score").scrollIntoView()');
  await shot('marks');
} finally { await stage.close(); }
