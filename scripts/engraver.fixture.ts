import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { VerovioToolkit } from 'verovio/esm';
import { scoreOf } from '../src/core/score/from-study.ts';
import { musicXml } from '../src/core/score/musicxml.ts';
import { playable } from '../src/core/study/playable.ts';
import { apart, startedHere, type Start } from './engraver-script.ts';

/** The engraver's script as its package brings it. */
export const SCRIPT = apart(
  readFileSync(join(import.meta.dirname, '..', 'node_modules', 'verovio', 'dist', 'verovio-module.mjs'), 'utf8'),
);

/** The engraver with a program, its script changed where that is asked. */
export async function engraver(program: Uint8Array, change?: (script: string) => string): Promise<VerovioToolkit> {
  const start: Start = (imports) => WebAssembly.instantiate(new Uint8Array(program), imports);
  return new VerovioToolkit(await startedHere(SCRIPT, start, change));
}

/** Small music with signs a study of ours has not: it is engraved in the engraver's own typeface all the same. */
const SIGNS = `<?xml version="1.0"?><score-partwise version="3.1"><part-list><score-part id="P"><part-name>P</part-name></score-part></part-list><part id="P">
<measure number="1"><attributes><divisions>4</divisions><key><fifths>-3</fifths></key><time symbol="cut"><beats>2</beats><beat-type>2</beat-type></time><clef><sign>C</sign><line>4</line></clef></attributes>
<direction placement="above"><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>72</per-minute></metronome></direction-type></direction>
<direction placement="below"><direction-type><dynamics><sffz/></dynamics></direction-type></direction>
<note><pitch><step>F</step><alter>0.5</alter><octave>3</octave></pitch><duration>4</duration><type>quarter</type><accidental>quarter-sharp</accidental><notations><ornaments><inverted-mordent/></ornaments><articulations><staccatissimo/></articulations></notations></note>
<note><rest/><duration>4</duration><type>quarter</type></note>
<note><pitch><step>B</step><alter>-2</alter><octave>3</octave></pitch><duration>8</duration><type>half</type><accidental>flat-flat</accidental><notations><fermata/></notations></note></measure></part></score-partwise>`;

/** What is engraved to compare two engravers: a study, and signs a study has not. */
export function scores(): string[] {
  const { recipe, passage, ways } = playable({
    instrument: 'cello',
    tonic: 'Eb',
    octaves: 3,
    ways: 1,
    bowing: { slur: 3 },
  });
  const [way] = ways;
  if (!way) throw new Error('E flat major cannot be played.');
  return [musicXml(scoreOf({ title: 'E flat major', recipe, passage, way }, [0])), SIGNS];
}

/** A picture with names made up from one seed, so that two engravers make up the same. */
export function picture(toolkit: VerovioToolkit, xml: string): string {
  toolkit.setOptions({ inputFrom: 'musicxml', xmlIdSeed: 7 });
  toolkit.loadData(xml);
  return toolkit.renderToSVG(1);
}
