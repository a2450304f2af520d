import { TICKS_PER_BEAT, type NoteValue, type WrittenPiece } from '../bowing/rhythm.ts';
import { element, type XmlNode } from './xml.ts';

/** The beat a piece begins in, counted from 0. */
export function beatOf(piece: WrittenPiece): number {
  return Math.floor(piece.onset / TICKS_PER_BEAT + 1e-9);
}

const BEAM_COUNT: Partial<Record<NoteValue['type'], number>> = { eighth: 1, '16th': 2, '32nd': 3 };

/** Beam elements for every piece of a bar: notes of one beat are beamed together. */
export function beamsOf(bar: readonly WrittenPiece[]): XmlNode[][] {
  return bar.map((piece, index) => {
    const count = BEAM_COUNT[piece.value.type] ?? 0;
    const beams: XmlNode[] = [];
    for (let level = 1; level <= count; level += 1) {
      const joins = (other: WrittenPiece | undefined): boolean =>
        other !== undefined && beatOf(other) === beatOf(piece) && (BEAM_COUNT[other.value.type] ?? 0) >= level;
      const before = joins(bar[index - 1]);
      const after = joins(bar[index + 1]);
      const linked = before ? (after ? 'continue' : 'end') : after ? 'begin' : undefined;
      const stub = beatOf(bar[index - 1] ?? piece) === beatOf(piece) && index > 0 ? 'backward hook' : 'forward hook';
      const alone = level > 1 ? stub : undefined;
      const kind = linked ?? alone;
      if (kind) beams.push(element('beam', { number: level }, kind));
    }
    // A lone flagged note has no beam at any level.
    return beams.length > 0 && beams.length < count && level1Missing(beams) ? [] : beams;
  });
}

function level1Missing(beams: readonly XmlNode[]): boolean {
  const first = beams[0]?.[':@'] as { '@_number'?: string } | undefined;
  return first?.['@_number'] !== '1';
}
