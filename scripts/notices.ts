import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, sep } from 'node:path';
import type { Plugin } from 'vite';
import { RECORDED } from './recordings.ts';

/** What reaches the browser of a package, with the text of its licence. */
interface Notice {
  readonly name: string;
  readonly version: string;
  readonly license: string;
  readonly text: string;
}

const root = join(import.meta.dirname, '..');

/** Packages that reach the browser as files, not as code: typefaces. */
const FILES = ['@fontsource/alegreya', '@fontsource/alegreya-sans', 'dejavu-fonts-ttf', 'tailwindcss'];

/** Recorded notes, whose licence is not that of their package's code: its README says CC BY 3.0. */
const SOUNDS = Object.values(RECORDED);

/** What is to be said of a package beside its licence. */
const SAID: Readonly<Record<string, (version: string) => string>> = {
  verovio: (version) =>
    `The engraver is the package verovio ${version} of the npm registry, unchanged; its source is at https://github.com/rism-digital/verovio, under the tag version-${version}. When Step Ladder is built its WebAssembly, which the package carries inside a script, is put into a file of its own, byte for byte: assets/engraver-….wasm.
You may run Step Ladder with another engraver of the same interface: put its WebAssembly in the place of that file and write the files anew that work offline, or install it in the place of the package (npm install verovio@…) and build Step Ladder from its own source, which comes with it: npm run build.`,
};

/** Packages of which only shapes are used, drawn in our own source (`src/ui/icons.tsx`). */
const SHAPES: Notice = { name: 'lucide', version: '1.75.0', license: 'ISC', text: ownText('lucide') };

/** Gathers what is really bundled, of the page and of every worker, and writes it beside the build. */
export class Notices {
  readonly #found = new Map<string, Notice>();

  /** Notes the packages of one bundle. */
  collect(): Plugin {
    return {
      name: 'step-ladder-packages',
      apply: 'build',
      generateBundle: (_, bundle) => {
        for (const chunk of Object.values(bundle))
          if (chunk.type === 'chunk') for (const id of chunk.moduleIds) this.#addModule(id);
      },
    };
  }

  /** Writes the list with the build. */
  write(): Plugin {
    return {
      name: 'step-ladder-notices',
      apply: 'build',
      writeBundle: {
        order: 'post',
        handler: ({ dir = 'dist' }) => {
          for (const name of FILES) this.#add(noticeOf(join(root, 'node_modules', name)));
          for (const name of SOUNDS) this.#add(soundsOf(name));
          this.#add(SHAPES);
          const list = [...this.#found.values()].sort((a, b) => a.name.localeCompare(b.name));
          writeFileSync(join(dir, 'notices.json'), JSON.stringify(list, null, 1));
        },
      },
    };
  }

  #addModule(id: string): void {
    const path = id.replace(/^\0/, '').split('?')[0]?.replaceAll('/', sep) ?? '';
    const [, folder] = /^(.*[\\/]node_modules[\\/](?:@[^\\/]+[\\/])?[^\\/]+)/.exec(path) ?? [];
    if (folder && existsSync(join(folder, 'package.json'))) this.#add(noticeOf(folder));
  }

  #add(notice: Notice): void {
    this.#found.set(`${notice.name} ${notice.version}`, notice);
  }
}

/** What a package says of itself, with the text of its licence: the file it brings, or the usual text of that name. */
function noticeOf(folder: string): Notice {
  const { name, version, license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as Notice;
  const kind = typeof license === 'string' ? license : 'see its text';
  const text = [SAID[name]?.(version), textIn(folder) ?? ownText(kind)].filter(Boolean).join('\n\n');
  return { name, version, license: kind, text };
}

/** A package of recorded notes, with what is changed of them said as its licence asks. */
function soundsOf(name: string): Notice {
  const { version } = noticeOf(join(root, 'node_modules', name));
  const kind = 'CC-BY-3.0';
  const used =
    'Recorded notes of the tonejs-instruments collection, from public domain sources edited by it. Here a stretch of each is played on and on, at other speeds and loudness.';
  return { name, version, license: kind, text: `${used}\n\n${ownText(kind)}` };
}

/** The usual text of a licence by its SPDX name, for packages that name one and bring no file. */
function ownText(kind: string): string {
  const read = (one: string): string => readFileSync(join(root, 'scripts', 'licences', `${one}.txt`), 'utf8').trim();
  // The Lesser licence adds to the General one, and is read with it.
  return kind.startsWith('LGPL') ? `${read(kind)}\n\n${read(kind.replace('LGPL', 'GPL'))}` : read(kind);
}

/** The licence a package brings as a file. */
function textIn(folder: string): string | undefined {
  const file = readdirSync(folder).find((one) => /^(licen[cs]e|copying)/i.test(one));
  return file ? readFileSync(join(folder, file), 'utf8').trim() : undefined;
}
