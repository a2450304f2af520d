import { homeworkOf, logOf } from '../../src/core/practice/pupil-file.ts';
import { Assignment, Lesson, LoggedAttempt, Pupil } from '../../src/core/practice/pupil.ts';
import { scoreOf } from '../../src/core/score/from-study.ts';
import { musicXml } from '../../src/core/score/musicxml.ts';
import { waveFile } from '../../src/core/sound/wave-file.ts';
import { playable } from '../../src/core/study/playable.ts';

/** Good files of each kind, to be damaged. All of it is invented. */
const NOW = '2026-03-02T10:00:00.000Z';
const built = playable({ instrument: 'violin', tonic: 'D', octaves: 2, ways: 1 });
const { recipe, passage, ways } = built;
const way = ways[0]!;

export const LONG_PART = musicXml(scoreOf({ title: 'Sea wall', recipe, passage, way }));

export const TUNE = `X:1
T:The mill race
C:nobody
M:6/8
L:1/8
Q:1/4=90
K:Dmix
V:1 name="Violin"
|:"D"d2e f^gd|{cd}[DFA]3 (3efg z|1 A,2B, C3:|2 ~a3 !fermata!D3|]
V:2
|:D3-D3|z6|x3 d'3|%% a comment
w:one two three
`;

export const MEI = `<?xml version="1.0" encoding="UTF-8"?>
<mei xmlns="http://www.music-encoding.org/ns/mei" meiversion="5.0"><music><body><mdiv><score>
<scoreDef meter.count="3" meter.unit="4" keysig="2s"><staffGrp><staffDef n="1" lines="5" clef.shape="G" clef.line="2"/></staffGrp></scoreDef>
<section><measure n="1"><staff n="1"><layer n="1"><note xml:id="a" pname="d" oct="4" dur="4"/><chord xml:id="b" dur="4" dots="1"><note pname="f" oct="4"/><note pname="a" oct="4"/></chord><tuplet num="3" numbase="2"><note pname="g" oct="4" dur="8"/><note pname="a" oct="4" dur="8"/><note pname="b" oct="4" dur="8"/></tuplet></layer></staff><tie startid="#b" endid="#c"/></measure>
<measure n="2"><staff n="1"><layer n="1"><chord xml:id="c" dur="2"><note pname="f" oct="4"/><note pname="a" oct="4"/></chord><rest dur="4"/></layer></staff></measure></section>
</score></mdiv></body></music></mei>
`;

export const PRINTED = `Grade 3
Scales: two octaves, separate bows and slurred two notes to a bow, from memory, crotchet = 66
G, A and B flat major
A minor, harmonic or melodic, starting on the open string
Arpeggios: two octaves, slurred in threes
the keys of the scales above
Any two of: chromatic scale on D, one octave; dominant seventh in the key of C

Grade IV – Violin
E flat major, 2 octaves
Scale in broken thirds: D
`;

export const BOOK = `Violin
A major, two octaves: G 1234 D 123 A 0123 E 0123
# a remark
Cello
F major, two octaves: C 124 G 124 D 124–124 A 134
Double bass: B flat major, one octave: A 14 D 014 G 024
`;

const study = {
  id: 'study-1',
  recipe,
  fingering: way.fingers.map(({ string, finger }) => ({ string, finger })),
  engine: 1,
  highestPosition: '1st',
  created: NOW,
  updated: NOW,
};
const set = { id: 'set-1', pupil: 'nele', study: 'study-1', set: '2026-03-02' };
const tried = { pupil: 'nele', study: 'study-1', rung: 'names', date: '2026-03-03', bpm: 60, result: 'clean' };

/** A pupil with everything of theirs. */
export const WHOLE = {
  pupil: Pupil.parse({ id: 'nele', name: 'Nele', instrument: 'violin', created: NOW, updated: NOW }),
  assignments: [Assignment.parse({ ...set, target: { bpm: 60, perBeat: 2 }, words: 'thumb', updated: NOW })],
  attempts: ['a', 'b', 'c'].map((id) => LoggedAttempt.parse({ ...tried, id })),
  lessons: [Lesson.parse({ id: 'lesson-1', pupil: 'nele', date: '2026-03-02', updated: NOW })],
};

export const HOMEWORK = homeworkOf(WHOLE, [study], [], NOW, 'elsewhere');
export const LOG = logOf({ ...WHOLE, attempts: [...WHOLE.attempts, LoggedAttempt.parse({ ...tried, id: 'd' })] }, NOW);

export const SOUND = waveFile(
  Float32Array.from({ length: 4_410 }, (_, k) => 0.4 * Math.sin((2 * Math.PI * 440 * k) / 44_100)),
  44_100,
);

export const CLASS = {
  tonic: 'D',
  form: 'major',
  figure: 'scale',
  octaves: 2,
  bowing: { slur: 2, perBeat: 2 },
  sections: [
    { instrument: 'violin' },
    { instrument: 'viola', octaves: 1 },
    { instrument: 'bass', octaves: 1, after: 'rest' },
  ],
};

export const PLAN = {
  today: '2026-03-09',
  exam: '2026-03-27',
  days: 7,
  minutes: 20,
  studies: [
    { id: 'a', recipe: { instrument: 'violin', tonic: 'A' }, target: { bpm: 60, perBeat: 2 }, set: '2026-03-02' },
    { id: 'b', recipe: { instrument: 'violin', tonic: 'D' }, target: { bpm: 72, perBeat: 2 }, set: '2026-03-02' },
  ],
  attempts: [{ study: 'a', rung: 'names', date: '2026-03-03', bpm: 60, result: 'clean' }],
};
