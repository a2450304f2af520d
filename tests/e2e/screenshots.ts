// npm run screenshots: one current picture of each main view, from the demonstration studio.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { Stage } from './stage.ts';

const FOLDER = join(import.meta.dirname, '..', '..', 'docs', 'screenshots');

interface View {
  readonly name: string;
  readonly path: string;
  readonly width?: number;
  readonly height?: number;
  readonly ready: (stage: Stage) => Promise<unknown>;
}

const music = By.css('.music svg');

/** The score, and beside it every way: they come a moment later. */
async function withWays(stage: Stage): Promise<void> {
  await stage.score();
  await stage.sees('More ways');
}

const VIEWS: readonly View[] = [
  { name: 'pupils', path: '/pupils', ready: (stage) => stage.sees('Wim') },
  { name: 'pupil', path: '/pupils/demo-ivo', ready: (stage) => stage.find(By.css('figure svg')) },
  { name: 'lesson', path: '/pupils/demo-noor/lesson', ready: (stage) => stage.find(music) },
  { name: 'practice', path: '/pupils/demo-noor/practice', ready: (stage) => stage.find(music) },
  { name: 'class', path: '/class/demo-friday-strings', ready: (stage) => stage.find(By.css('.class-score svg')) },
  { name: 'library', path: '/', ready: (stage) => stage.find(By.css('tr:nth-child(6) .first-bar svg')) },
  {
    name: 'study-violin',
    path: '/studies/new?instrument=violin&tonic=A&octaves=3&start=A3&bowing={"slur":3,"perBeat":3}',
    ready: withWays,
  },
  {
    name: 'study-cello',
    path: '/studies/new?instrument=cello&tonic=A&form=melodic-minor&octaves=2&start=A2',
    ready: withWays,
  },
  {
    name: 'study-phone',
    path: '/studies/new?instrument=viola&tonic=C&octaves=2&start=C3',
    width: 390,
    height: 844,
    ready: (stage) => stage.score(),
  },
  {
    name: 'bench',
    path: '/studies/new?instrument=cello&tonic=Eb&octaves=3&start=Eb2',
    ready: async (stage) => {
      await stage.score();
      await stage.room('Note');
      await (await stage.find(By.css('#n10 .notehead'))).click();
      await stage.find(By.css('[aria-label="Ways to play this note"] [aria-current]'));
    },
  },
  {
    name: 'compare',
    path: '/studies/new?instrument=violin&tonic=A&octaves=3&start=A3',
    ready: async (stage) => {
      await stage.score();
      await stage.choose('Beside this way', 'the school “Shift early”');
      await stage.sees('Side by side');
      await stage.until('two fingerings on the score', async () => {
        const marks = await stage.driver.findElements(By.css('.score .fing'));
        return marks.length > 50;
      });
      await stage.click('Open wide');
    },
  },
  {
    name: 'passage',
    path: '/',
    ready: async (stage) => {
      await stage.click('The mill race');
      await stage.score();
    },
  },
  { name: 'syllabus', path: '/syllabus?grade=1', height: 1000, ready: (stage) => stage.sees('Grade 8') },
  { name: 'charts', path: '/syllabus?show=charts', height: 1100, ready: (stage) => stage.sees('estimated exactly') },
  {
    name: 'tuning',
    path: '/tuning?instrument=cello&tonic=D&form=melodic-minor',
    ready: (stage) => stage.sees('Note for note'),
  },
  { name: 'book', path: '/book', ready: (stage) => stage.sees('4 fingerings can be played') },
  {
    name: 'heard',
    path: '/studies/new?instrument=viola&tonic=G&form=melodic-minor&octaves=3',
    ready: async (stage) => {
      await stage.score();
      await stage.room('Sound');
      await stage.click('Map');
      await stage.click('Let an invented pupil play');
      await stage.sees('The invented pupil: ');
      await stage.find(By.css('svg.climb .heard'));
    },
  },
  {
    name: 'stand',
    path: '/studies/new?instrument=violin&tonic=A&octaves=3&start=A3',
    ready: async (stage) => {
      await stage.score();
      await stage.click('Stand');
      await stage.find(By.css('.stand-page .note'));
    },
  },
  {
    name: 'study-tablet',
    path: '/studies/new?instrument=violin&tonic=A&octaves=3&start=A3',
    width: 768,
    height: 1024,
    ready: withWays,
  },
];

mkdirSync(FOLDER, { recursive: true });
const stage = await Stage.open({ demo: true });
try {
  await stage.go('/');
  await stage.sees('Pella');
  for (const view of VIEWS) {
    await stage.devTools('Emulation.setDeviceMetricsOverride', {
      width: view.width ?? 1280,
      height: view.height ?? 800,
      deviceScaleFactor: 1,
      mobile: false,
    });
    await stage.go(view.path);
    await view.ready(stage);
    await stage.driver.executeScript('return document.fonts.ready;');
    writeFileSync(join(FOLDER, `${view.name}.png`), await stage.driver.takeScreenshot(), 'base64');
  }
} finally {
  await stage.close();
}
