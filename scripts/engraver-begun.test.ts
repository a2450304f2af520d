import { VerovioToolkit } from 'verovio/esm';
import { beforeAll, describe, expect, it } from 'vitest';
import { begun, goingOn, type Begun } from './engraver-begun.ts';
import { carried } from './engraver-files.ts';
import { engraver, picture, SCRIPT, scores } from './engraver.fixture.ts';
import { memoryOf } from './wasm-memory.ts';

describe('the engraver that has begun', () => {
  let stands: Begun;
  beforeAll(async () => {
    stands = (await begun(SCRIPT.program, SCRIPT)) as Begun;
  });

  it('draws what one draws that begins here, and so does a second', async () => {
    const begins = await engraver(SCRIPT.program);
    const has = await engraver(stands.program, (script) => goingOn(script, stands));
    expect(has.ptr).toBe(stands.toolkit);
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
    const [before, between, after] = SCRIPT.parts;
    for (const name of ['_emscripten_stack_get_current=', '_malloc=', '__emscripten_fs_load_embedded_files']) {
      const parts = [before, between, after.replaceAll(name, '_renamed=')] as const;
      expect(await begun(SCRIPT.program, { ...SCRIPT, parts }), name).toBeUndefined();
    }
    expect(() => goingOn('another script', stands)).toThrow('put otherwise');
  });
});
