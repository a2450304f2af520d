import { writeFileSync } from 'node:fs';
import { By } from 'selenium-webdriver';
import { Stage } from './stage.ts';
const stage = await Stage.open({ demo: true });
const shot = async (name: string): Promise<void> => writeFileSync(`/tmp/${name}.png`, await stage.driver.takeScreenshot(), 'base64');
try {
  await stage.go('/studies/new?instrument=violin&tonic=A&octaves=3&start=A3');
  await stage.score();
  await stage.sees('home, then by threes');
  const h = await stage.find(By.css('#ways-heading'));
  await stage.driver.executeScript('arguments[0].scrollIntoView()', h);
  const sum = await stage.driver.findElement(By.xpath("//summary[contains(., 'why one is not here')]"));
  await sum.click();
  await stage.sees('Not here:');
  await stage.driver.executeScript('arguments[0].scrollIntoView()', h);
  await shot('ways');
  await stage.go('/syllabus');
  await stage.sees('From a printed page');
  await (await stage.driver.findElement(By.xpath("//button[contains(., 'From a printed page')]"))).click();
  const area = await stage.find(By.css('textarea'));
  await stage.driver.executeScript("const set=Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype,'value').set;set.call(arguments[0],arguments[1]);arguments[0].dispatchEvent(new Event('input',{bubbles:true}))", area, 'Grade 3\nScales: two octaves, separate bows, crotchet = 54\nG, A and B flat major\nA minor, harmonic or melodic\nD major, one octave, hooked bowing\nArpeggios of the above keys\nDouble stops: B flat major in thirds\nany two of:\nDominant seventh in the key of C');
  await stage.sees('Not understood');
  await shot('printed');
} finally { await stage.close(); }
