import { INSTRUMENT_TABLE } from '../instruments/index.ts';
import midiLibrary from '@tonejs/midi';
import { beatsPerMinute } from '../recipe/index.ts';
import { loudnessOf, metreOf, TICKS_PER_BEAT, timeNotes } from '../bowing/index.ts';
import type { ScoredStudy } from './scored-study.ts';

const { Midi } = midiLibrary;

/** The study as a Standard MIDI File, sounding at the recipe's pitch. */
export function midiFile(study: ScoredStudy): Uint8Array {
  return midiTogether(study.title, [{ name: INSTRUMENT_TABLE[study.recipe.instrument].name, study }]);
}

/** Studies that sound together, a track each, at the tempo of the first. */
export function midiTogether(
  title: string,
  parts: readonly { readonly name: string; readonly study: ScoredStudy }[],
): Uint8Array {
  const midi = new Midi();
  midi.header.name = title;
  for (const [place, { name, study }] of parts.entries()) {
    const { bowing, form } = study.recipe;
    const chromatic = form === 'chromatic';
    const metre = metreOf(study.passage, bowing, chromatic);
    // A beat of compound time is a quarter and a half.
    const quarters = metre.compound ? 1.5 : 1;
    if (place === 0) {
      midi.header.setTempo(beatsPerMinute(bowing) * quarters);
      midi.header.timeSignatures.push({
        ticks: 0,
        timeSignature: metre.compound ? [3 * metre.beats, 8] : [metre.beats, 4],
      });
    }
    const track = midi.addTrack();
    track.name = name;
    track.instrument.number = INSTRUMENT_TABLE[study.recipe.instrument].programme;
    for (const note of timeNotes(study.passage, bowing, chromatic)) {
      track.addNote({
        midi: study.passage.notes[note.at]?.pitch.midi ?? 0,
        ticks: Math.round((note.onset * quarters * midi.header.ppq) / TICKS_PER_BEAT),
        durationTicks: Math.round((note.length * quarters * midi.header.ppq) / TICKS_PER_BEAT),
        velocity: loudnessOf(study.passage, bowing, note.at),
      });
    }
  }
  return midi.toArray();
}
