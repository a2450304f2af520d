import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import license, { type Dependency } from 'rollup-plugin-license';
import standard from 'spdx-license-list/full.js';
import type { Plugin } from 'vite';
import { RECORDED } from './recordings.ts';

/** A package that reaches the browser, with the text of its licence. */
interface Notice {
  readonly name: string;
  readonly version: string;
  readonly license: string;
  readonly text: string;
}

/** Packages that reach the browser as files, not as code: typefaces. */
const FILES = ['@fontsource/alegreya', '@fontsource/alegreya-sans', 'dejavu-fonts-ttf', 'tailwindcss'];

/** Recorded notes, whose licence is not that of their package's code: its README says CC BY 3.0. */
const SOUNDS = Object.values(RECORDED);

/** What is shipped otherwise than its package brings it, which its licence asks to be said. */
const CHANGED: Readonly<Record<string, string>> = {
  verovio:
    'Changed when Step Ladder is built: its WebAssembly stands in a file of its own and as it is once it has begun, its small files are laid out when they are opened and those of typefaces that are not used are left out, its scale of twelve equal steps is written in ratios, and it remembers of what kinds its things are. How is in scripts/engraver-binary.ts and the files beside it that begin with engraver- of Step Ladder’s source; built without them, the package is shipped as it comes.',
};

const root = join(import.meta.dirname, '..');

/** Gathers what is really bundled, of the page and of every worker, and writes it beside the build. */
export class Notices {
  readonly #found = new Map<string, Notice>();

  /** Notes the packages of one bundle. */
  collect(): Plugin {
    return license({
      thirdParty: { multipleVersions: true, output: (packages) => packages.forEach((one) => this.#add(one)) },
    }) as Plugin;
  }

  /** Writes the list with the build. */
  write(): Plugin {
    return {
      name: 'step-ladder-notices',
      apply: 'build',
      writeBundle: {
        order: 'post',
        handler: ({ dir = 'dist' }) => {
          for (const name of FILES) this.#add(packageOf(name));
          for (const name of SOUNDS) this.#add(soundsOf(name));
          const list = [...this.#found.values()].sort((a, b) => a.name.localeCompare(b.name));
          writeFileSync(join(dir, 'notices.json'), JSON.stringify(list, null, 1));
        },
      },
    };
  }

  #add({
    name,
    version,
    license: kind,
    licenseText,
  }: Pick<Dependency, 'name' | 'version' | 'license' | 'licenseText'>): void {
    if (!name || !version) return;
    const licence = licenseText?.trim() || textOf(name) || standardText(kind ?? '');
    const text = [CHANGED[name], licence].filter((part) => part !== undefined).join('\n\n');
    this.#found.set(`${name} ${version}`, { name, version, license: kind ?? 'see its text', text });
  }
}

/** What a package says of itself. */
function packageOf(name: string): Pick<Dependency, 'name' | 'version' | 'license' | 'licenseText'> {
  const own = JSON.parse(readFileSync(join(root, 'node_modules', name, 'package.json'), 'utf8')) as Dependency;
  return { name, version: own.version, license: own.license, licenseText: textOf(name) };
}

/** A package of recorded notes, with what is changed of them said as its licence asks. */
function soundsOf(name: string): Pick<Dependency, 'name' | 'version' | 'license' | 'licenseText'> {
  const kind = 'CC-BY-3.0';
  const used =
    'Recorded notes of the tonejs-instruments collection, from public domain sources edited by it. Here a stretch of each is played on and on, at other speeds and loudness.';
  return { ...packageOf(name), license: kind, licenseText: `${used}\n\n${standardText(kind)}` };
}

/** The text of a licence by its SPDX name, for packages that name one and bring no file. */
function standardText(kind: string): string {
  return standard[kind]?.licenseText ?? '';
}

/** The licence a package brings as a file. */
function textOf(name: string): string {
  const folder = join(root, 'node_modules', name);
  const file = readdirSync(folder).find((one) => /^(licen[cs]e|copying)/i.test(one));
  return file ? readFileSync(join(folder, file), 'utf8') : '';
}
