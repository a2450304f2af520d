import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, sep } from 'node:path';
import type { Plugin } from 'vite';
import { RECORDED } from './recordings.ts';

/** A package that is shipped to the browser, with the text of its licence. */
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

/** Notes printed before the licence of a package. */
const NOTES: Readonly<Record<string, (version: string) => string>> = {
  verovio: (version) =>
    `The engraver is the package verovio ${version} of the npm registry, unchanged; its source is at https://github.com/rism-digital/verovio, under the tag version-${version}. When Step Ladder is built its WebAssembly, which the package embeds in a script, is extracted to a file, byte for byte: assets/engraver-….wasm.
You may run Step Ladder with another engraver of the same interface: replace that file with its WebAssembly, keeping the name, delete the compressed copies beside it (.br and .gz), and clear the site data of browsers that have the old one; or install it as the package verovio and build Step Ladder from its source, which comes with it: npm install verovio@VERSION, then npm run build.`,
};

/** Icons copied into our own source (`src/ui/icons.tsx`). */
const ICONS: Notice = { name: 'lucide', version: '1.75.0', license: 'ISC', text: standardText('lucide') };

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
          this.#add(ICONS);
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

/** The notice of an installed package: its own licence file, or the standard text of the licence it names. */
function noticeOf(folder: string): Notice {
  const { name, version, license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as Notice;
  const kind = typeof license === 'string' ? license : 'see its text';
  const text = [NOTES[name]?.(version), textIn(folder) ?? standardText(kind)].filter(Boolean).join('\n\n');
  return { name, version, license: kind, text };
}

/** A package of recorded notes, with what is changed of them said as its licence asks. */
function soundsOf(name: string): Notice {
  const { version } = noticeOf(join(root, 'node_modules', name));
  const kind = 'CC-BY-3.0';
  const used =
    'Recorded notes of the tonejs-instruments collection, from public domain sources edited by it. Here a stretch of each is played on and on, at other speeds and loudness.';
  return { name, version, license: kind, text: `${used}\n\n${standardText(kind)}` };
}

/** The standard text of a licence by its SPDX name. */
function standardText(kind: string): string {
  const read = (one: string): string => readFileSync(join(root, 'scripts', 'licences', `${one}.txt`), 'utf8').trim();
  // The LGPL supplements the GPL, so both are printed.
  return kind.startsWith('LGPL') ? `${read(kind)}\n\n${read(kind.replace('LGPL', 'GPL'))}` : read(kind);
}

/** The licence a package brings as a file. */
function textIn(folder: string): string | undefined {
  const file = readdirSync(folder).find((one) => /^(licen[cs]e|copying)/i.test(one));
  return file ? readFileSync(join(folder, file), 'utf8').trim() : undefined;
}
