import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { scoreOf } from '../src/core/score/from-study.ts';
import { musicXml } from '../src/core/score/musicxml.ts';
import { playable } from '../src/core/study/playable.ts';
import { carried, withFewerFiles } from './engraver-files.ts';
import { memoryOf } from './wasm-memory.ts';

/** The engraver as it comes, and as it is shipped; its own WebAssembly is seen on the way to being compiled. */
async function engravers(): Promise<{ whole: Engraver; fewer: Engraver }> {
  const instantiate = WebAssembly.instantiate.bind(WebAssembly);
  const started = async (change: (wasm: Uint8Array) => Uint8Array): Promise<Engraver> => {
    let shipped = new Uint8Array();
    const spy = vi
      .spyOn(WebAssembly, 'instantiate')
      .mockImplementation(((wasm: Uint8Array, imports: object) =>
        instantiate((shipped = new Uint8Array(change(wasm))), imports as WebAssembly.Imports)) as never);
    const toolkit = new VerovioToolkit(await createVerovioModule());
    spy.mockRestore();
    return { toolkit, wasm: shipped };
  };
  return {
    whole: await started((wasm) => wasm),
    fewer: await started((wasm) => {
      const reduced = withFewerFiles(wasm);
      if (!reduced) throw new Error('Its files were not found.');
      return reduced;
    }),
  };
}

interface Engraver {
  readonly toolkit: VerovioToolkit;
  readonly wasm: Uint8Array;
}

/** Small music with signs a study of ours has not: it is engraved in the engraver's own typeface all the same. */
const SIGNS = `<?xml version="1.0"?><score-partwise version="3.1"><part-list><score-part id="P"><part-name>P</part-name></score-part></part-list><part id="P">
<measure number="1"><attributes><divisions>4</divisions><key><fifths>-3</fifths></key><time symbol="cut"><beats>2</beats><beat-type>2</beat-type></time><clef><sign>C</sign><line>4</line></clef></attributes>
<direction placement="above"><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>72</per-minute></metronome></direction-type></direction>
<direction placement="below"><direction-type><dynamics><sffz/></dynamics></direction-type></direction>
<note><pitch><step>F</step><alter>0.5</alter><octave>3</octave></pitch><duration>4</duration><type>quarter</type><accidental>quarter-sharp</accidental><notations><ornaments><inverted-mordent/></ornaments><articulations><staccatissimo/></articulations></notations></note>
<note><rest/><duration>4</duration><type>quarter</type></note>
<note><pitch><step>B</step><alter>-2</alter><octave>3</octave></pitch><duration>8</duration><type>half</type><accidental>flat-flat</accidental><notations><fermata/></notations></note></measure></part></score-partwise>`;

describe('the engraver with fewer files', () => {
  let whole: Engraver;
  let fewer: Engraver;
  beforeAll(async () => {
    ({ whole, fewer } = await engravers());
  });
  afterAll(() => vi.restoreAllMocks());

  it('is smaller by a fifth, and carries the files of its own typeface and of the one it falls back on', () => {
    expect(fewer.wasm.length).toBeLessThan(0.8 * whole.wasm.length);
    const names = (wasm: Uint8Array): string[] => carried(memoryOf(wasm)).map(({ name }) => name);
    const left = names(fewer.wasm);
    expect(names(whole.wasm).filter((name) => !left.includes(name) && /Leipzig|Bravura|Times/.test(name))).toEqual([]);
    expect(left.filter((name) => /Gootville|Leland|Petaluma|Liberation/.test(name))).toEqual([]);
    expect(left).toContain('/data/Leipzig/E050.xml');
  });

  it('draws the same pictures to the letter', () => {
    const { recipe, passage, ways } = playable({
      instrument: 'cello',
      tonic: 'Eb',
      octaves: 3,
      ways: 1,
      bowing: { slur: 3 },
    });
    const study = { title: 'E flat major', recipe, passage, way: ways[0]! };
    for (const xml of [musicXml(scoreOf(study, [0])), SIGNS]) {
      const [one, other] = [whole, fewer].map(({ toolkit }) => {
        // Names it makes up are drawn anew from the same seed.
        toolkit.setOptions({ inputFrom: 'musicxml', xmlIdSeed: 7 });
        toolkit.loadData(xml);
        return toolkit.renderToSVG(1);
      });
      expect(one).toContain('class="note"');
      expect(other).toBe(one);
    }
  });

  it('is not made where the files are not found', () => {
    expect(withFewerFiles(Buffer.from('\0asm\x01\0\0\0', 'latin1'))).toBeUndefined();
    // A program already made so has none left to leave out.
    expect(withFewerFiles(fewer.wasm)).toBeUndefined();
  });
});
