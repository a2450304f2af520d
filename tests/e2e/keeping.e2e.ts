import { cpSync, mkdtempSync, readdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Stage, type KeptRecord } from './stage.ts';

const BUILD = join(import.meta.dirname, '..', '..', 'dist');

const body = (stage: Stage): Promise<string> => stage.text(By.css('body'));

/** Builds a study, keeps it, and waits until it stands in the library under its own address. */
async function keepOne(stage: Stage, tonic = 'D'): Promise<string> {
  await stage.go(`/studies/new?instrument=violin&tonic=${tonic}&octaves=1`);
  await stage.score();
  await stage.click('Keep in the library');
  return stage.until('the study’s own address', async () => {
    const [, id] = /studies\/([0-9a-f-]{36})$/.exec(await stage.driver.getCurrentUrl()) ?? [];
    return id;
  });
}

const record = async (stage: Stage, check: (one: KeptRecord) => boolean): Promise<KeptRecord> =>
  stage.until('the record as it should be', async () => (await stage.kept()).find(check));

describe('what the screen calls kept', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  beforeEach(() => stage.fresh());
  afterAll(() => stage.close());

  it('joins a rename in one tab with an edit in another, and asks where both change the same', async () => {
    const id = await keepOne(stage);
    const { first, second } = await stage.secondTab('/');
    await stage.click('Actions for D major, one octave');
    await stage.click('Rename …');
    await (await stage.find(By.css('[role="dialog"] input[name="name"]'))).sendKeys('Monday', Key.ENTER);
    await record(stage, ({ name }) => name === 'Monday');

    await first();
    await stage.sees('Monday');
    await stage.choose('Form', 'harmonic minor');
    const both = await record(stage, ({ recipe }) => recipe.form === 'harmonic-minor');
    expect(both.name).toBe('Monday');

    // The other tab opens the study and is kept from hearing what this one does.
    await second();
    await stage.go(`/studies/${id}`);
    await stage.score();
    await stage.driver.executeScript(`BroadcastChannel.prototype.addEventListener = () => undefined;`);
    await stage.driver.executeScript(`window.deaf = new BroadcastChannel('step-ladder records own');`);
    await first();
    await stage.driver.executeScript(`BroadcastChannel.prototype.postMessage = () => undefined;`);
    await stage.choose('Octaves', 'two octaves');
    await record(stage, ({ recipe }) => recipe.octaves === 2);
    await second();
    await stage.choose('Form', 'natural minor');
    await stage.sees('Not kept: another tab has changed this study since.');
    const standing = (await stage.kept())[0]!.recipe;
    expect([standing.form, standing.octaves]).toEqual(['harmonic-minor', 2]);
    await stage.click('Keep a copy');
    await stage.until('two studies', async () => (await stage.kept()).length === 2);
    const copy = (await stage.kept()).find((one) => one.id !== id)!;
    expect([copy.name, copy.recipe.form, copy.recipe.octaves]).toEqual(['Monday (copy)', 'natural-minor', 1]);
    await stage.sees('Kept ');
    await stage.driver.close();
    await first();
  });

  it('follows another tab while nothing here waits, and brings nothing back that was deleted', async () => {
    const id = await keepOne(stage);
    const { first, second } = await stage.secondTab(`/studies/${id}`);
    await stage.choose('Form', 'melodic minor');
    await record(stage, ({ recipe }) => recipe.form === 'melodic-minor');
    await first();
    await stage.until('the other’s form', async () => (await stage.chosen('Form')) === 'melodic minor');
    await second();
    await stage.go('/');
    await stage.driver.executeScript(`BroadcastChannel.prototype.postMessage = () => undefined;`);
    await stage.click('Actions for D melodic minor, one octave');
    await stage.click('Delete');
    await stage.sees('Nothing here yet.');
    await first();
    await stage.choose('Octaves', 'two octaves');
    await stage.sees('Not kept: this study was deleted in another tab.');
    expect(await stage.kept()).toEqual([]);
    await second();
    await stage.driver.close();
    await first();
    await stage.click('Keep a copy');
    await record(stage, (one) => one.id !== id && one.recipe.octaves === 2);
  });

  it('says the truth while the disk is full, and keeps the next edit when there is room again', async () => {
    await keepOne(stage);
    await stage.driver.executeScript(`
      const put = IDBObjectStore.prototype.put;
      window.full = true;
      IDBObjectStore.prototype.put = function (...given) {
        if (window.full) throw new DOMException('full', 'QuotaExceededError');
        return put.apply(this, given);
      };`);
    await stage.choose('Form', 'harmonic minor');
    await stage.sees('Not kept. The browser’s storage is full');
    await stage.choose('Form', 'melodic minor');
    await stage.until('still said', async () =>
      (await body(stage)).includes('Not kept. The browser’s storage is full'),
    );
    expect((await stage.kept())[0]!.recipe.form).toBe('major');
    await stage.driver.executeScript('window.full = false;');
    await stage.choose('Octaves', 'two octaves');
    const kept = await record(stage, ({ recipe }) => recipe.octaves === 2);
    expect(kept.recipe.form).toBe('melodic-minor');
    await stage.until('kept', async () => /Kept \d/.test(await body(stage)));
    expect(await body(stage)).not.toContain('Not kept');
  });

  it('keeps an edit that the page is left within 60 ms of', async () => {
    const id = await keepOne(stage);
    const forms = ['harmonic-minor', 'major', 'natural-minor', 'melodic-minor'];
    for (const [round, form] of forms.entries()) {
      await stage.go(`/studies/${id}`);
      await stage.score();
      await stage.driver.executeScript(
        `const list = document.querySelector('select[aria-label="Form"]');
         Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(list, arguments[0]);
         list.dispatchEvent(new Event('change', { bubbles: true }));
         setTimeout(() => window.location.assign('/'), arguments[1]);`,
        form,
        round * 20,
      );
      await stage.until('the library', async () => (await body(stage)).includes('Build a study'));
      await record(stage, ({ recipe }) => recipe.form === form);
      expect(await stage.kept()).toHaveLength(1);
    }
  });

  it('leaves fingers that no longer fit as they were kept until something is changed', async () => {
    const id = await keepOne(stage);
    await stage.driver.executeAsyncScript(
      `const [id, done] = arguments;
       indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
         const store = db.transaction('studies', 'readwrite').objectStore('studies');
         store.get(id).onsuccess = ({ target: { result } }) => {
           store.put({ ...result, fingering: result.fingering.slice(0, 3) }, id).onsuccess = () => { db.close(); done(); };
         };
       };`,
      id,
    );
    await stage.go(`/studies/${id}`);
    await stage.score();
    await stage.sees('can no longer be played');
    const fingers = async (): Promise<number> =>
      ((await stage.kept()) as unknown as { fingering: unknown[] }[])[0]!.fingering.length;
    expect(await fingers()).toBe(3);
    await stage.choose('Octaves', 'two octaves');
    await record(stage, ({ recipe }) => recipe.octaves === 2);
    expect(await fingers()).toBeGreaterThan(20);
  });

  it('shows a damaged record, exports it as it is, and deletes it by hand alone', async () => {
    const id = await keepOne(stage);
    await stage.driver.executeAsyncScript(
      `const [done] = arguments;
       indexedDB.open('step-ladder').onsuccess = ({ target: { result: db } }) => {
         const store = db.transaction('studies', 'readwrite').objectStore('studies');
         store.put({ id: 'torn-1', name: 'Torn', recipe: { instrument: 'serpent' } }, 'torn-1').onsuccess = () => { db.close(); done(); };
       };`,
    );
    await stage.go('/');
    await stage.sees('1 study cannot be read');
    await stage.sees('“Torn”: Choose the instrument from: violin, viola, cello, bass.');
    await stage.click('Export it as it is');
    expect(JSON.parse(readFileSync(await stage.downloaded('torn-1.json'), 'utf8')).recipe.instrument).toBe('serpent');
    await stage.go('/studies/torn-1');
    await stage.sees('This study cannot be read');
    await stage.go('/');
    await stage.click('Export the library');
    const backup = JSON.parse(readFileSync(await stage.downloaded('.json'), 'utf8')) as Record<string, unknown>;
    expect(JSON.stringify(backup)).toContain('serpent');
    await stage.click('Delete …');
    await stage.click('Leave it');
    expect(await stage.kept()).toHaveLength(2);
    await stage.click('Delete …');
    await stage.click('Delete it');
    await stage.until('one record', async () => (await stage.kept()).length === 1);
    expect((await stage.kept())[0]!.id).toBe(id);
  });

  it('gives a page that says what is wrong, whatever the address', async () => {
    const asked: [string, string][] = [
      ['/studies/new?instrument=violin&tonic=A&pins=x', 'At pins: Pins are a list'],
      ['/studies/new?instrument=kazoo&tonic=A', 'Choose the instrument from: violin'],
      ['/studies/new?instrument=violin&tonic=A&octaves=9', 'Octaves must be a whole number from 1 to 4.'],
      ['/studies/%E0%A4%A', 'There is no such'],
      ['/nowhere', 'There is no such page'],
      ['/syllabus?instrument=kazoo&grade=x', 'Grade'],
      ['/tuning?instrument=kazoo&tonic=Q', ''],
    ];
    for (const [path, words] of asked) {
      await stage.go(path);
      await stage.until(`${path}: ${words}`, async () => {
        const page = await body(stage);
        return page.includes(words) && page.includes('Library') && !page.includes('Something went wrong');
      });
    }
  });
});

describe('a worker that dies', () => {
  it('is started again once, and its call is repeated', async () => {
    const stage = await Stage.open();
    try {
      stage.house.spoil(/engine\.worker/, 1);
      await stage.go('/studies/new?instrument=violin&tonic=A&octaves=2');
      expect(await stage.score()).toContain('A major, two octaves');
    } finally {
      await stage.close();
    }
  });

  it('is not waited for where a study was seen before: its fingers and its score stand, unless what is kept is torn', async () => {
    const stage = await Stage.open();
    try {
      await stage.go('/studies/new?instrument=violin&tonic=A&octaves=2');
      const seen = await stage.score();
      const kept = (change: string): Promise<number> =>
        stage.driver.executeScript<number>(`
          return (async () => {
            let count = 0;
            for (const name of await caches.keys()) {
              if (!/^(fingered|engraved) by /.test(name)) continue;
              const shelf = await caches.open(name);
              for (const key of await shelf.keys()) {
                count += 1;
                if (name.startsWith('fingered')) { ${change} }
              }
            }
            return count;
          })();`);
      await stage.until('fingers and score kept', async () => (await kept('')) === 2);
      // What is torn is passed over, and kept again.
      await kept(`await shelf.put(key, new Response('{"ways":[]}'));`);
      await stage.driver.navigate().refresh();
      expect(await stage.score()).toBe(seen);
      await stage.until('an answer cached again', () =>
        stage.driver.executeScript<boolean>(`
          return (async () => {
            for (const name of await caches.keys()) {
              const shelf = await caches.open(name);
              for (const key of name.startsWith('fingered') ? await shelf.keys() : [])
                if ((await (await shelf.match(key)).text()).includes('"fingers"')) return true;
            }
            return false;
          })();`),
      );
      // Engine and engraver never answer from here on.
      await stage.devTools('Page.addScriptToEvaluateOnNewDocument', {
        source: `(() => {
          const Real = Worker;
          const Silent = class extends EventTarget { postMessage() {} terminate() {} };
          window.Worker = function (address, options) {
            return ['engine', 'engraver'].includes(options?.name) ? new Silent() : new Real(address, options);
          };
        })()`,
      });
      await stage.driver.navigate().refresh();
      expect(await stage.score()).toBe(seen);
      // A choice made before anything else is known leaves the desk as it stands.
      await stage.choose('Form', 'dorian');
      await stage.sees('A dorian');
      expect(await body(stage)).not.toContain('Working the fingering out');
      expect(await (await stage.find(By.css('.screen-copy .note'))).isDisplayed()).toBe(false);
    } finally {
      await stage.close();
    }
  });

  it('twice is told in words, and no score stands under another study’s name', async () => {
    const stage = await Stage.open();
    try {
      stage.house.spoil(/engraver\.worker/, 100);
      await stage.go('/studies/new?instrument=violin&tonic=A&octaves=2');
      await stage.sees('The score could not be engraved: the engraver stopped twice.');
      await stage.sees('D 0123');
      stage.house.spoil(/engraver\.worker/, 0);
      await stage.choose('Tonic', 'B♭');
      await stage.until('a score, once the engraver loads again', async () =>
        (await stage.score()).includes('B♭ major, two octaves'),
      );
      // While the engraver is slow, the old picture is not shown under the new name.
      await stage.driver.executeScript(`
        window.wrong = 0;
        window.seen = new MutationObserver(() => {
          const sheet = document.querySelector('.screen-copy');
          const heading = document.querySelector('h1')?.textContent ?? '';
          const drawn = sheet?.querySelectorAll('.note').length ?? 0;
          const visible = sheet?.querySelector('.note')?.checkVisibility({ visibilityProperty: true, opacityProperty: true });
          if (visible && heading.includes('three octaves') && drawn > 0 && drawn < 40) window.wrong += 1;
        });
        window.seen.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });`);
      await stage.choose('Octaves', 'three octaves');
      await stage.until('the long score', async () => (await stage.score()).includes('three octaves'));
      expect(await stage.driver.executeScript('return window.wrong;')).toBe(0);
    } finally {
      await stage.close();
    }
  });
});

describe('what is shipped', () => {
  it('keeps to the rules it is served under: nothing is tried that they forbid', async () => {
    const stage = await Stage.open();
    try {
      await stage.devTools('Page.addScriptToEvaluateOnNewDocument', {
        source: `
          window.forbidden = [];
          addEventListener('securitypolicyviolation', (event) => window.forbidden.push(event.violatedDirective));`,
      });
      await stage.go('/studies/new?instrument=violin&tonic=A&octaves=2&start=A3');
      await stage.score();
      expect(await stage.driver.executeScript('return window.forbidden;')).toEqual([]);
    } finally {
      await stage.close();
    }
  });

  it('is named with its licence’s text, and the engraver stands in files of its own', () => {
    const notices = JSON.parse(readFileSync(join(BUILD, 'notices.json'), 'utf8')) as { name: string; text: string }[];
    const names = notices.map(({ name }) => name);
    // Of the page, of every worker, and of what is loaded later.
    for (const name of ['react', 'verovio', 'pdfkit', 'tone', 'papaparse', 'comlink', '@fontsource/alegreya'])
      expect(names).toContain(name);
    for (const { name, text } of notices) expect(text.length, name).toBeGreaterThan(200);
    const engraver = notices.find(({ name }) => name === 'verovio')?.text;
    expect(engraver).toContain('GNU LESSER GENERAL PUBLIC LICENSE');
    // Where its source is, and that it is unchanged and can be replaced.
    expect(engraver).toMatch(
      /^The engraver is the package verovio \d[^]*unchanged; its source is at https:[^]*You may run/,
    );
    const assets = readdirSync(join(BUILD, 'assets'));
    const module = assets.find((name) => /^verovio-module-.*\.js$/.test(name))!;
    const imported = [...readFileSync(join(BUILD, 'assets', module), 'utf8').matchAll(/from"\.\/([^"]+)"/g)];
    // Of our own it needs nothing: only the bundler's own few lines.
    for (const [, name] of imported) expect(name).toMatch(/^rolldown-runtime/);
  });
});

describe('a newer build', () => {
  let later = '';
  beforeAll(() => {
    later = laterBuild();
  });

  /** A copy of the build as a later one would be: another first page, every script under another name. */
  function laterBuild(): string {
    const later = mkdtempSync(join(tmpdir(), 'step-ladder-build-'));
    // Without the compressed copies of what changes, which would stay as they were.
    cpSync(BUILD, later, { recursive: true, filter: (path) => !/\.(?:js|html)\.(?:br|gz)$/.test(path) });
    const assets = join(later, 'assets');
    // As after a change of what all scripts rest on: a name changes with what is in its file.
    const renames = readdirSync(assets)
      .filter((name) => name.endsWith('.js'))
      .map((name): [string, string] => [name, name.replace(/\.js$/, '-later.js')]);
    for (const [from, to] of renames) renameSync(join(assets, from), join(assets, to));
    const files = [...readdirSync(assets).map((name) => join(assets, name)), join(later, 'index.html')];
    for (const file of files.filter((name) => /\.(js|html)$/.test(name))) {
      const text = readFileSync(file, 'utf8');
      const changed = renames.reduce((whole, [from, to]) => whole.replaceAll(from, to), text);
      const marked = file.endsWith('index.html')
        ? changed.replace('</head>', '<meta name="later" content="yes" /></head>')
        : changed;
      if (marked !== text) writeFileSync(file, marked);
    }
    // The first page has a new revision, as a build would give it.
    const offline = join(later, 'sw-files.js');
    const build = renames.reduce((whole, [from, to]) => whole.replaceAll(from, to), readFileSync(offline, 'utf8'));
    writeFileSync(offline, build.replace(/"version":"\w+"/, '"version":"later"'));
    return later;
  }

  const isLater = (stage: Stage): Promise<boolean> =>
    stage.driver.executeScript<boolean>(`return document.querySelector('meta[name="later"]') !== null;`);

  it('is offered in a quiet line, taken when asked, and at once on a reload; a page left open goes on', async () => {
    const stage = await Stage.open({ offline: true });
    try {
      const id = await keepOne(stage);
      await stage.controlled();
      stage.house.deploy(later);
      await stage.driver.executeScript(`window.dispatchEvent(new Event('focus'));`);
      await stage.sees('A newer Step Ladder is here:');
      expect(await isLater(stage)).toBe(false);
      // The page that stays open still finds its parts: the worker has the old files.
      await stage.click('Tuning');
      await stage.until('the tuning page of the old build', async () => (await body(stage)).includes('cents'));
      await stage.driver.navigate().back();
      await stage.score();
      await stage.choose('Form', 'harmonic minor');
      await stage.click('take it');
      await stage.until('the later build', () => isLater(stage));
      await record(stage, (one) => one.id === id && one.recipe.form === 'harmonic-minor');
      await stage.score();
      expect(await body(stage)).not.toContain('A newer Step Ladder is here');
    } finally {
      await stage.close();
    }
  });

  it('is taken at once on a reload, and by a page whose files are gone at its next step', async () => {
    const stage = await Stage.open({ offline: true });
    try {
      await stage.go('/');
      await stage.controlled();
      stage.house.deploy(later);
      await stage.driver.navigate().refresh();
      await stage.until('the later build', () => isLater(stage));
      await stage.click('Tuning');
      await stage.until('the tuning page', async () => (await body(stage)).includes('cents'));
    } finally {
      await stage.close();
    }
    const bare = await Stage.open();
    try {
      // No worker keeps the old files here: a part asked for is gone.
      await bare.devTools('Page.addScriptToEvaluateOnNewDocument', {
        source: `Object.defineProperty(Navigator.prototype, 'serviceWorker', { value: undefined }); delete Navigator.prototype.serviceWorker;`,
      });
      await bare.go('/studies/new?instrument=cello&tonic=C');
      await bare.score();
      bare.house.deploy(later);
      await bare.click('Tuning');
      await bare.until(
        'the tuning page of the later build',
        async () => (await isLater(bare)) && (await body(bare)).includes('cents'),
      );
    } finally {
      await bare.close();
    }
  });
});
