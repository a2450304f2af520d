import type { VerovioToolkit } from 'verovio/esm';
import { beforeAll, describe, expect, it } from 'vitest';
import { carried, laidOutWhenOpened, withFewerFiles } from './engraver-files.ts';
import { engraver, picture, SCRIPT, scores } from './engraver.fixture.ts';
import { memoryOf } from './wasm-memory.ts';

describe('the engraver with fewer files', () => {
  const whole = SCRIPT.program;
  const fewer = withFewerFiles(whole) ?? new Uint8Array();
  let toolkits: VerovioToolkit[] = [];
  beforeAll(async () => {
    toolkits = await Promise.all([engraver(whole), engraver(fewer, laidOutWhenOpened)]);
  });

  it('is smaller by a fifth, and carries the files of its own typeface and of the one it falls back on', () => {
    expect(fewer.length).toBeLessThan(0.8 * whole.length);
    const names = (wasm: Uint8Array): string[] => carried(memoryOf(wasm)).map(({ name }) => name);
    const left = names(fewer);
    expect(names(whole).filter((name) => !left.includes(name) && /Leipzig|Bravura|Times/.test(name))).toEqual([]);
    expect(left.filter((name) => /Gootville|Leland|Petaluma|Liberation/.test(name))).toEqual([]);
    expect(left).toContain('/data/Leipzig/E050.xml');
  });

  it('draws the same pictures to the letter', () => {
    for (const xml of scores()) {
      const [one, other] = toolkits.map((toolkit) => picture(toolkit, xml));
      expect(one).toContain('class="note"');
      expect(other).toBe(one);
    }
  });

  it('is not made where the files are not found', () => {
    expect(withFewerFiles(Buffer.from('\0asm\x01\0\0\0', 'latin1'))).toBeUndefined();
    // A program already made so has none left to leave out.
    expect(withFewerFiles(fewer)).toBeUndefined();
  });
});
