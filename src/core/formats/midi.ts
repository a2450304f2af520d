import midiLibrary from '@tonejs/midi';
import { TICKS_PER_BEAT, timeNotes } from '../bowing/rhythm.ts';
import { INSTRUMENT_TABLE, type InstrumentId } from '../instruments/instrument.ts';
import type { ScoredStudy } from './scored-study.ts';

const { Midi } = midiLibrary;

/** General MIDI programmes, counted from 0 (General MIDI Level 1 sound set). */
const PROGRAMME: Record<InstrumentId, number> = { violin: 40, viola: 41, cello: 42, bass: 43 };

/** Until a study carries a tempo of its own. */
const QUARTERS_PER_MINUTE = 60;

/** The study as a Standard MIDI File, sounding at the recipe's pitch. */
export function midiFile(study: ScoredStudy): Uint8Array {
  const midi = new Midi();
  midi.header.setTempo(QUARTERS_PER_MINUTE);
  midi.header.timeSignatures.push({ ticks: 0, timeSignature: [4, 4] });
  midi.header.name = study.title;
  const track = midi.addTrack();
  track.name = INSTRUMENT_TABLE[study.recipe.instrument].name;
  track.instrument.number = PROGRAMME[study.recipe.instrument];
  for (const note of timeNotes(study.passage, study.recipe.bowing)) {
    track.addNote({
      midi: study.passage.notes[note.at]?.pitch.midi ?? 0,
      ticks: Math.round((note.onset * midi.header.ppq) / TICKS_PER_BEAT),
      durationTicks: Math.round((note.length * midi.header.ppq) / TICKS_PER_BEAT),
      velocity: 0.7,
    });
  }
  return midi.toArray();
}
