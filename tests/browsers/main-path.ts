import assert from 'node:assert/strict';
import { until, type Visitor } from './visitor.ts';

/** A step of the main path: what a teacher does, and what must come of it. */
export interface Step {
  readonly says: string;
  readonly take: (visitor: Visitor, at: Place) => Promise<void>;
}

/** Where the application is, and a recording of the study with one shift flat. */
export interface Place {
  readonly address: string;
  readonly recording: string;
  readonly centsFlat: number;
}

const body = (visitor: Visitor): Promise<string> => visitor.run('return document.body.innerText;');

async function sees(visitor: Visitor, words: string): Promise<void> {
  await until(visitor, `the words “${words}”`, async () => (await body(visitor)).includes(words));
}

/** Clicks the button, link, tab, radio or menu action of that name. */
async function click(visitor: Visitor, name: string): Promise<void> {
  const quoted = JSON.stringify(name);
  const path = ['button', 'a', '*[@role="menuitem"]', '*[@role="radio"]']
    .map((tag) => `//${tag}[normalize-space()=${quoted} or @aria-label=${quoted}]`)
    .join(' | ');
  await until(visitor, `something to click called ${name}`, async () => {
    await visitor.click(path);
    return true;
  });
}

/** Chooses from a list by its words. */
async function choose(visitor: Visitor, list: string, words: string): Promise<void> {
  await until(visitor, `“${words}” in the list ${list}`, () =>
    visitor.run<boolean>(
      `const list = document.querySelector('select[aria-label="' + arguments[0] + '"]');
      list.focus();
      const option = [...list.options].find((one) => one.text.trim() === arguments[1]);
      if (!option) return false;
      list.value = option.value;
      list.dispatchEvent(new Event('change', { bubbles: true }));
      return true;`,
      list,
      words,
    ),
  );
}

async function score(visitor: Visitor): Promise<string> {
  return until(visitor, 'the engraved score', () =>
    visitor.run<string>(
      `return document.querySelector('[role="listbox"][data-current="true"]')?.getAttribute('aria-label') ?? '';`,
    ),
  );
}

async function room(visitor: Visitor, name: string): Promise<void> {
  await until(visitor, `the room ${name}`, async () => {
    const door = `//button[@role="tab"][normalize-space()="${name}"]`;
    const open = (): Promise<boolean> =>
      visitor.run(
        `return document.evaluate(arguments[0], document, null, 9).singleNodeValue?.ariaSelected === 'true';`,
        door,
      );
    if (!(await open())) await visitor.click(door);
    return open();
  });
}

const lit = (visitor: Visitor): Promise<number> =>
  visitor.run(`return performance.getEntriesByName('note lit').length;`);

/** The main path, each step after the last. */
export const MAIN_PATH: readonly Step[] = [
  {
    says: 'the library opens, empty, and leads to the desk',
    take: async (visitor, { address }) => {
      await visitor.go(address);
      await sees(visitor, 'Nothing here yet.');
      await click(visitor, 'Build a study');
      await score(visitor);
    },
  },
  {
    says: 'a study is fingered and engraved',
    take: async (visitor) => {
      await choose(visitor, 'Tonic', 'A');
      await choose(visitor, 'Octaves', 'three octaves');
      await until(visitor, 'three octaves of A', async () => (await score(visitor)).includes('A major, three octaves'));
      const notes = await visitor.run<number>(
        `return document.querySelectorAll('[role="listbox"] [role="option"]').length;`,
      );
      assert.equal(notes, 43);
    },
  },
  {
    says: 'a note is pinned to a finger by a key, and unpinned by undo',
    take: async (visitor) => {
      await visitor.run(`document.querySelector('[role="listbox"]').focus();`);
      await visitor.press('Home', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', '4');
      await room(visitor, 'Note');
      await sees(visitor, 'Note 5 of 43: E4, the fourth finger on');
      await sees(visitor, '1 note is pinned.');
      await click(visitor, 'Undo');
      await until(visitor, 'no pin', async () =>
        visitor.run<boolean>(`return document.querySelectorAll('[role="listbox"] .note.pinned').length === 0;`),
      );
    },
  },
  {
    says: 'it plays, lights its notes and stops by a key',
    take: async (visitor) => {
      await room(visitor, 'Sound');
      await choose(visitor, 'Count-in', 'nothing');
      await click(visitor, 'Play');
      await until(visitor, 'five notes lit', async () => (await lit(visitor)) >= 5);
      await visitor.press('Escape');
      await until(visitor, 'nothing lit', () =>
        visitor.run<boolean>(`return document.querySelectorAll('.lit').length === 0;`),
      );
    },
  },
  {
    says: 'a recording is heard: which shift is flat, and by how much',
    take: async (visitor, { recording, centsFlat }) => {
      await room(visitor, 'Sound');
      await visitor.give('input[aria-label="A recording of this study"]', recording);
      await sees(visitor, 'lesson.wav: Shaky');
      const [, cents] = /The shift to \S+ lands (\d+) cents flat/.exec(await body(visitor)) ?? [];
      assert.ok(Math.abs(Number(cents) - centsFlat) <= 4, `${cents} cents`);
    },
  },
  {
    says: 'it is kept, and stands after a reload',
    take: async (visitor, { address }) => {
      await click(visitor, 'Keep');
      const own = await until(visitor, 'an address of its own', async () => {
        const path = await visitor.run<string>('return location.pathname;');
        return /studies\/[0-9a-f-]{36}$/.test(path) && path;
      });
      await visitor.go(address + own.slice(1));
      assert.match(await score(visitor), /A major, three octaves/);
      await visitor.go(address);
      await sees(visitor, 'A major, three octaves');
    },
  },
  {
    says: 'it is exported as MusicXML, note for note',
    take: async (visitor) => {
      await click(visitor, 'A major, three octaves');
      await score(visitor);
      await visitor.run(
        `const own = URL.createObjectURL;
        URL.createObjectURL = (file) => {
          file.text().then((text) => (window.exported = text));
          return own.call(URL, file);
        };`,
      );
      await click(visitor, 'Export');
      await click(visitor, 'MusicXML, for notation software');
      const xml = await until(visitor, 'the file', () => visitor.run<string>(`return window.exported ?? '';`));
      assert.equal(xml.match(/<pitch>/g)?.length, 43);
      assert.match(xml, /<fingering/);
    },
  },
  {
    says: 'it is set to a pupil and judged in a lesson by a key',
    take: async (visitor, { address }) => {
      await visitor.go(`${address}pupils`);
      await click(visitor, 'Add a pupil');
      await until(visitor, 'the field for the name', async () => {
        await visitor.click('//*[@role="dialog"]//input[@name="name"]');
        return true;
      });
      await visitor.press('N', 'e', 'l', 'e');
      await click(visitor, 'Add the pupil');
      await until(visitor, 'a study to set', () =>
        visitor.run<boolean>(
          `return document.querySelector('select[aria-label="A study to set"]')?.options.length > 1;`,
        ),
      );
      await choose(visitor, 'A study to set', 'A major, three octaves');
      await click(visitor, 'Set it');
      await sees(visitor, 'next: Names aloud');
      await click(visitor, 'Lesson');
      await until(visitor, 'the music', () =>
        visitor.run<boolean>(`return document.querySelector('.lesson-now .music svg') !== null;`),
      );
      await visitor.press('1');
      await sees(visitor, '1 of 1 heard');
    },
  },
];
