import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { VerovioToolkit } from 'verovio/esm';
import { beforeAll, describe, expect, it } from 'vitest';
import { begun, type Begun } from './engraver-begun.ts';
import { startedHere } from './engraver-binary.ts';
import { carried } from './engraver-files.ts';
import { engraver, exportsOf, picture, scores } from './engraver.fixture.ts';
import { memoryOf } from './wasm-memory.ts';

const SCRIPT = readFileSync(
  join(import.meta.dirname, '..', 'node_modules', 'verovio', 'dist', 'verovio-module.mjs'),
  'utf8',
);

/** What the program calls the parts of it that are put otherwise, as the script has it. */
function named(part: RegExp): string {
  const [, name] = part.exec(SCRIPT) ?? [];
  if (!name) throw new Error(`The script does not say ${String(part)}.`);
  return name;
}

describe('the engraver that has begun', () => {
  let stands: Begun;
  beforeAll(async () => {
    let wasm = new Uint8Array();
    await engraver((program, imports) => exportsOf((wasm = new Uint8Array(program)), imports));
    stands = (await begun(wasm, startedHere(SCRIPT))) as Begun;
  });

  it('draws what one draws that begins here, and so does a second', async () => {
    const setUp = named(/wasmExports\["(\w+)"\]\(\);FS\.ignorePermissions=false/);
    const make = named(/_vrvToolkit_constructor=Module\["_vrvToolkit_constructor"\]=wasmExports\["(\w+)"\]/);
    const list = named(/(\w+):__emscripten_fs_load_embedded_files/);
    const begins = await engraver(exportsOf);
    const has = await engraver(async (_, imports) => {
      const exports = await exportsOf(stands.program, imports);
      const layOut = (imports as { a: Record<string, (files: number) => void> }).a[list];
      let made = stands.toolkit;
      return {
        ...exports,
        [setUp]: () => layOut?.(stands.files),
        [make]: () => {
          const one = made || (exports[make] as () => number)();
          made = 0;
          return one;
        },
      };
    });
    for (const xml of scores()) {
      const drawn = picture(begins, xml);
      expect(drawn).toContain('class="note"');
      expect(picture(has, xml)).toBe(drawn);
    }
    const { VerovioModule: module } = has as unknown as { VerovioModule: object };
    const second = new VerovioToolkit(module);
    expect(second.ptr).not.toBe(stands.toolkit);
    for (const xml of scores()) expect(picture(second, xml)).toBe(picture(begins, xml));
  });

  it('says where the list of its files lies', () => {
    expect(stands.files).toBe(carried(memoryOf(stands.program))[0]?.entry);
  });

  it('is not made where the script calls its parts otherwise', async () => {
    const other = startedHere(SCRIPT).replace('.mjs', '-other.mjs');
    writeFileSync(other, SCRIPT.replace('_emscripten_stack_get_current=', '_stack='));
    expect(await begun(new Uint8Array(), other)).toBeUndefined();
  });
});
