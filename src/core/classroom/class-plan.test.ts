import { XMLParser } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { TICKS_PER_BEAT, timeNotes } from '../bowing/rhythm.ts';
import { bowStrokes } from '../bowing/bow.ts';
import { EngineMemory } from '../fingering/fingering.ts';
import { INSTRUMENT_TABLE, INSTRUMENTS } from '../instruments/instruments.ts';
import { CIRCLE } from '../theory/key-signature.ts';
import { AFTER, ClassAsk } from './class-ask.ts';
import { classPlanFrom, type ClassPlan } from './class-plan.ts';
import { classFiles, classScore } from './class-score.ts';

const memory = new EngineMemory();

function planned(input: object): ClassPlan {
  const plan = classPlanFrom(input, memory);
  if (!plan.ok) throw new Error(`${plan.refusal.path}: ${plan.refusal.message}`);
  return plan.value;
}

/** What sounds when, worked out from the written score alone: each tick with its pitch class, tied notes once. */
function soundingByTick(xml: string): { readonly bars: number[]; readonly onsets: Map<number, number>[] } {
  const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false });
  const bars: number[] = [];
  const onsets: Map<number, number>[] = [];
  type Node = Record<string, unknown>;
  const kids = (node: Node, name: string): Node[] => (node[name] as Node[] | undefined) ?? [];
  const named = (list: Node[], name: string): Node[] => list.filter((one) => name in one);
  const text = (list: Node[], name: string): string => {
    const [one] = named(list, name);
    return one ? String((kids(one, name)[0] as { '#text'?: unknown } | undefined)?.['#text'] ?? '') : '';
  };
  const root = named(parser.parse(xml) as Node[], 'score-partwise')[0]!;
  for (const part of named(kids(root, 'score-partwise'), 'part')) {
    const heard = new Map<number, number>();
    let [now, divisions, octaves] = [0, 1, 0];
    const measures = named(kids(part, 'part'), 'measure');
    for (const measure of measures) {
      for (const child of kids(measure, 'measure')) {
        if ('attributes' in child) {
          const list = kids(child, 'attributes');
          divisions = Number(text(list, 'divisions')) || divisions;
          const [transpose] = named(list, 'transpose');
          if (transpose) octaves = Number(text(kids(transpose, 'transpose'), 'octave-change'));
        }
        if (!('note' in child)) continue;
        const note = kids(child, 'note');
        const [pitch] = named(note, 'pitch');
        const tied = named(note, 'tie').some((tie) => (tie[':@'] as Node | undefined)?.['@_type'] === 'stop');
        if (pitch && !tied) {
          const list = kids(pitch, 'pitch');
          const step = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[text(list, 'step')]!;
          const midi = 12 * (Number(text(list, 'octave')) + octaves + 1) + step + Number(text(list, 'alter') || 0);
          heard.set(Math.round((now / divisions) * 1000), midi);
        }
        now += Number(text(note, 'duration'));
      }
    }
    bars.push(measures.length);
    onsets.push(heard);
  }
  return { bars, onsets };
}

describe('a class plays one key', () => {
  const forms = ['major', 'natural-minor', 'harmonic-minor', 'melodic-minor'] as const;
  const sets: readonly object[][] = [
    [
      { instrument: 'violin', octaves: 2 },
      { instrument: 'viola' },
      { instrument: 'cello' },
      { instrument: 'bass', octaves: 1 },
    ],
    [
      { instrument: 'violin', level: 'first' },
      { instrument: 'viola', level: 'first', after: 'repeat' },
    ],
    [
      { instrument: 'cello', level: 'first', after: 'repeat' },
      { instrument: 'bass', level: 'half', after: 'repeat' },
    ],
    [
      { instrument: 'violin', level: 'third' },
      { instrument: 'violin', level: 'first', octaves: 1, after: 'repeat' },
      { instrument: 'bass' },
    ],
  ];

  it.each(forms)(
    'over all keys of %s: together in unison or octaves, in equal bars, on no strange open string',
    (form) => {
      let [checked, shorter] = [0, 0];
      for (const tonic of form === 'major' ? CIRCLE.major : CIRCLE.minor) {
        for (const sections of sets) {
          const plan = planned({ tonic, form, octaves: 2, bowing: { slur: 2 }, sections });
          const { bars, onsets } = soundingByTick(classFiles(plan)[0]!.text);
          const where = `${tonic} ${form} ${JSON.stringify(sections)}`;
          expect(new Set(bars).size, where).toBe(1);
          // A section that has all the octaves plays at every beat anyone plays; all others the same letter with them.
          const fullest = onsets.reduce((most, one) => (one.size > most.size ? one : most));
          onsets.forEach((heard, place) => {
            const section = plan.sections[place]!;
            if (heard.size < fullest.size) shorter += 1;
            for (const [tick, midi] of heard) {
              expect(fullest.has(tick), `${where} ${section.name} at ${tick}`).toBe(true);
              expect((midi - fullest.get(tick)!) % 12, `${where} ${section.name} at ${tick}`).toBeCloseTo(0, 9);
              checked += 1;
            }
            // The notes of the fingers are the notes of the staff.
            const { strings } = INSTRUMENT_TABLE[section.section.instrument];
            section.part.way.fingers.forEach(({ string, stop, finger }, at) => {
              const open = strings.find(({ name }) => name === string)!.open;
              expect(open + stop, where).toBe(section.part.passage.notes[at]!.pitch.midi);
              if (finger === 0)
                expect(
                  [...fullest.values()].some((midi) => (midi - open) % 12 === 0),
                  where,
                ).toBe(true);
            });
          });
        }
      }
      expect(checked).toBeGreaterThan(3000);
      expect(shorter).toBeGreaterThan(12);
    },
  );

  it.each(AFTER)('a section with one octave of two: %s', (after) => {
    const plan = planned({
      tonic: 'D',
      octaves: 2,
      bowing: { slur: 4, perBeat: 2 },
      sections: [
        { instrument: 'violin', octaves: 2 },
        { instrument: 'violin', octaves: 1, after },
      ],
    });
    const [whole, short] = plan.sections.map(({ part }) => part);
    const degrees = short!.passage.notes.map(({ degree }) => degree).join('');
    // D to D and back again is 29 notes; the short one leaves at the eighth and joins for the last eight.
    expect(whole!.passage.notes).toHaveLength(29);
    if (after === 'rest') expect(degrees).toBe('1234567117654321');
    if (after === 'repeat') expect(degrees).toBe('12345671234567176543217654321'.slice(0, 29));
    if (after === 'hold') {
      expect(degrees.replaceAll(/1+/g, '1')).toBe('123456717654321');
      const held = short!.passage.notes.filter(({ degree, at }) => degree === 1 && at > 0);
      const sum = held.reduce((all, { time }) => all + time!.length, 0);
      // Slots 7 to 21 without a gap, and the last note to the end of its beat.
      expect(sum).toBeCloseTo(15 / 2 + 1, 9);
    }
    const rest = short!.passage.notes.reduce((sum, { restBefore = 0 }) => sum + restBefore, 0);
    expect(rest).toBeCloseTo(after === 'rest' ? 13 / 2 : 0, 9);
  });

  it.each(AFTER)('all bows change together, and one change changes all: %s', (after) => {
    const sections = [
      { instrument: 'viola', octaves: 2 },
      { instrument: 'bass', octaves: 1, after },
    ];
    for (const bowing of [
      { slur: 1 },
      { slur: 3, perBeat: 3 },
      { pattern: [1, 3], perBeat: 4 },
      { slur: 4, top: 'twice' },
    ]) {
      const plan = planned({ tonic: 'G', octaves: 2, bowing, sections });
      const [whole, short] = plan.sections.map(({ part }) => {
        const times = timeNotes(part.passage, part.recipe.bowing);
        return {
          changes: new Map(
            bowStrokes(part.passage, part.recipe.bowing).map(({ from, direction }) => [times[from]!.onset, direction]),
          ),
          times,
          beats: part.passage.own!.beats,
        };
      });
      const own: number[] = [];
      for (const [onset, direction] of short!.changes) {
        const along = whole!.changes.get(onset);
        if (along === undefined) own.push(onset);
        else expect(direction).toBe(along);
      }
      // A section that joins within a bow joins that bow; a held note takes a new one with each bar.
      const bar = whole!.beats * TICKS_PER_BEAT;
      const withinBars = own.filter((onset) => onset % bar !== 0).length;
      if (after === 'repeat') expect(own).toEqual([]);
      else if (after === 'rest') expect(own.length).toBeLessThanOrEqual(1);
      else expect(withinBars).toBeLessThanOrEqual(1);
      for (const { onset } of whole!.times) {
        if (after !== 'repeat' || !whole!.changes.has(onset)) continue;
        expect(short!.changes.has(onset), `${JSON.stringify(bowing)} at ${onset}`).toBe(true);
      }
    }
  });

  it('tells sections what stands in their fingering', () => {
    const plan = planned({
      tonic: 'A',
      octaves: 2,
      sections: [
        { instrument: 'violin', level: 'first' },
        { instrument: 'cello', level: 'first' },
        { instrument: 'bass', level: 'first' },
      ],
    });
    const [violin, cello, bass] = plan.sections.map(({ reminders }) => reminders.join(' '));
    expect(violin).toContain('Third finger high on the two lower strings.');
    expect(cello).toContain('Reach forward for C♯');
    expect(bass).toContain('After one octave rest until the others come down to you.');
    expect(bass).toContain('No open G: G is sharp.');
    const flat = planned({
      tonic: 'Eb',
      sections: [
        { instrument: 'violin', level: 'first', start: 'Eb4' },
        { instrument: 'cello', level: 'first' },
      ],
    });
    expect(flat.sections[0]!.reminders.join(' ')).toContain('No open A: A is flat.');
    expect(flat.sections[1]!.reminders.join(' ')).toMatch(/Reach back for .*E♭/);
  });

  it('leaves the level for a key that has no octave in it, and says so', () => {
    const plan = planned({ tonic: 'D', octaves: 2, sections: [{ instrument: 'bass', level: 'first' }] });
    expect(plan.sections[0]).toMatchObject({ octaves: 1, level: { id: 'third' } });
    expect(plan.sections[0]!.forTheTeacher).toEqual(['This key needs up to third position.']);
    expect(plan.sections[0]!.reminders.join(' ')).not.toContain('This key needs');
  });

  it('refuses in words that name the section', () => {
    const refusal = (input: unknown): string => {
      const plan = classPlanFrom(input);
      return plan.ok ? 'planned' : `${plan.refusal.path}: ${plan.refusal.message}`;
    };
    expect(refusal({ tonic: 'C', sections: [] })).toMatch(/^sections: A class has at least one section/);
    expect(refusal({ tonic: 'C', figure: 'key-set', sections: [{ instrument: 'violin' }] })).toMatch(
      /^figure: A class plays/,
    );
    expect(refusal({ tonic: 'C', sections: [{ instrument: 'violin' }, { instrument: 'flute' }] })).toMatch(
      /^sections.1.instrument: Choose the instrument/,
    );
    expect(refusal({ tonic: 'C', sections: [{ instrument: 'cello', start: 'D3' }] })).toMatch(
      /^sections.0.start: Cello: The lowest note must be the tonic/,
    );
  });

  it('writes every section into one score, under its own name and clef', () => {
    const plan = planned({
      tonic: 'F',
      sections: INSTRUMENTS.map((instrument) => ({ instrument })).concat([{ instrument: 'violin' }]),
    });
    const score = classScore(plan);
    expect(score.parts.map(({ name }) => name)).toEqual(['Violin 1', 'Viola', 'Cello', 'Double bass', 'Violin 2']);
    expect(score.parts.map(({ bars }) => bars[0]!.clef)).toEqual(['treble', 'alto', 'bass', 'bass', 'treble']);
    expect(score.parts.map(({ bars }) => bars[0]!.opening !== undefined)).toEqual([true, false, false, false, false]);
    const ids = score.parts.flatMap(({ bars }) => bars.flatMap(({ notes }) => notes.map(({ id }) => id)));
    expect(new Set(ids).size).toBe(ids.length);
    expect(classFiles(plan).map(({ name }) => name)).toEqual([
      'score.musicxml',
      '01-violin-1.musicxml',
      '02-viola.musicxml',
      '03-cello.musicxml',
      '04-double-bass.musicxml',
      '05-violin-2.musicxml',
    ]);
    expect(ClassAsk.parse({ tonic: 'F', sections: [{ instrument: 'violin' }] }).sections[0]!.after).toBe('rest');
  });
});
