import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { admitted, DOORS } from './doors.ts';
import { readText, writeText } from './text-file.ts';

const bytes = (...list: number[]): Uint8Array => new Uint8Array(list);
const ascii = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));
const xml = (encoding: string): number[] => ascii(`<?xml version="1.0" encoding="${encoding}"?><a>`);

describe('the text of a file', () => {
  it('is read by its mark, by what its declaration says, or as UTF-8', () => {
    expect(readText(bytes(0xef, 0xbb, 0xbf, 0xc3, 0xa9))).toMatchObject({
      value: { text: 'é', name: 'utf-8', mark: true },
    });
    expect(readText(bytes(0xff, 0xfe, 0xe9, 0))).toMatchObject({ value: { text: 'é', name: 'utf-16le', mark: true } });
    expect(readText(bytes(0xfe, 0xff, 0, 0xe9))).toMatchObject({ value: { text: 'é', name: 'utf-16be', mark: true } });
    expect(readText(bytes(0xc3, 0xa9))).toMatchObject({ value: { text: 'é', name: 'utf-8', mark: false } });
    expect(readText(bytes(0x47, 0, 0x41, 0))).toMatchObject({ value: { text: 'GA', name: 'utf-16le', mark: false } });
    // ISO 8859-1 is read as its superset, as every browser does (Encoding Standard, labels).
    const latin = readText(bytes(...xml('ISO-8859-1'), 0xe9));
    expect(latin).toMatchObject({ value: { name: 'windows-1252' } });
    expect(latin.ok && latin.value.text.endsWith('é')).toBe(true);
    // KOI8-R: 0xC1 is the small letter a. Source: RFC 1489.
    const russian = readText(bytes(...xml('koi8-r'), 0xc1));
    expect(russian.ok && russian.value.text.endsWith('а')).toBe(true);
  });

  it('is refused where the bytes are not what the file says', () => {
    for (const file of [bytes(0xe9, 0x41), bytes(0xef, 0xbb, 0xbf, 0xe9), bytes(...xml('klingon'))]) {
      const read = readText(file);
      expect(read.ok ? '' : read.refusal.message).toMatch(/^This file cannot be read: .*Save it again as UTF-8\.$/);
    }
  });

  it('goes back in the bytes it came in', () => {
    const letters = fc.string({ unit: fc.constantFrom(...'abc <>&éüßñ') });
    for (const name of ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252', 'iso-8859-2']) {
      fc.assert(
        fc.property(letters, fc.boolean(), (text, wanted) => {
          const mark = wanted && name.startsWith('utf');
          const plain = name === 'iso-8859-2' ? text.replaceAll('ñ', 'n') : text;
          const written = writeText(plain, { name, mark });
          if (!written.ok) throw new Error(written.refusal.message);
          // A declaration tells what no mark does.
          const head = mark || name.startsWith('utf') ? [] : xml(name);
          const read = readText(new Uint8Array([...head, ...written.value]));
          if (mark || (name !== 'utf-16le' && name !== 'utf-16be')) {
            expect(read.ok && read.value.text.slice(head.length)).toBe(plain);
            expect(read.ok && read.value.mark).toBe(mark);
          }
        }),
        { numRuns: 60 },
      );
    }
    expect(writeText('é', { name: 'windows-1252', mark: false })).toEqual({ ok: true, value: bytes(0xe9) });
    const none = writeText('ж', { name: 'windows-1252', mark: false });
    expect(none.ok ? '' : none.refusal.message).toContain('it has no letter “ж”');
    const several = writeText('a', { name: 'shift_jis', mark: false });
    expect(several.ok ? '' : several.refusal.message).toContain('cannot be written here');
  });

  it('is not even looked at where the file is too large, and the refusal says what would work', () => {
    for (const door of Object.keys(DOORS) as (keyof typeof DOORS)[]) {
      expect(admitted(door, DOORS[door].most, 'file').ok).toBe(true);
      const refused = admitted(door, DOORS[door].most + 1, 'file');
      expect(refused.ok ? '' : refused.refusal.message).toMatch(/^This file is larger than [\d.]+ MB: .*\. [A-Z].*\.$/);
    }
  });
});
