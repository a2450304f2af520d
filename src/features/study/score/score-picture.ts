import morphdom from 'morphdom';
import { fingerPlaces, noteId, type ScoredStudy } from '../../../core/score/index.ts';
import { noteWords } from '../note/note-bar.tsx';
import { rangeOf, type Selection } from '../selection.ts';

/** The notes of the picture that stands on a sheet. */
const STANDING = new WeakMap<HTMLElement, ScoredStudy['passage']>();

/**
 * Puts an engraved picture of a study on the sheet. Of the same notes only what differs from the picture already
 * there is touched: another finger on one note moves little, and the browser looks again at that alone. Of other
 * notes so much differs that looking for it takes longer than drawing all.
 */
export function showPicture(sheet: HTMLElement, svg: string, study: ScoredStudy): void {
  const parsed = document.createElement('template');
  parsed.innerHTML = svg;
  const next = parsed.content.firstElementChild;
  if (!next) return;
  nameNotes(next, study);
  const old = sheet.firstElementChild;
  const same = STANDING.get(sheet) === study.passage;
  STANDING.set(sheet, study.passage);
  if (!old || !same) sheet.replaceChildren(next);
  else morphdom(old, next, { onBeforeElUpdated: (from, to) => !from.isEqualNode(to) });
}

/** Gives every note of the picture its name, for ears; its marks, and those of its finger, for eyes. */
function nameNotes(picture: Element, study: ScoredStudy): void {
  picture.setAttribute('role', 'presentation');
  const arrivals = new Set(study.way.shifts.map((shift) => shift.to));
  const pins = new Set(study.recipe.pins.map((pin) => pin.at));
  const fingers = picture.querySelectorAll('.fing');
  const places = fingerPlaces(study);
  // Asked for one by one, each would be looked for through all of the picture.
  const notes = new Map([...picture.querySelectorAll('.note')].map((note) => [note.id, note]));
  for (const { at } of study.way.fingers) {
    const note = notes.get(noteId(at));
    note?.setAttribute('role', 'option');
    note?.setAttribute('aria-selected', 'false');
    note?.setAttribute('aria-label', noteWords(study, at));
    for (const part of [note, fingers[places.get(at) ?? -1]]) {
      part?.classList.toggle('arrival', arrivals.has(at));
      part?.classList.toggle('pinned', pins.has(at));
    }
  }
}

/** The frame's reach from the left end of a notehead's middle line, in the engraver's units. */
const FRAME = { x: -80, y: -200, width: 380, height: 400 };

/** Draws a frame behind the head of each chosen note; the engraver says where heads are, nothing is measured. */
export function frameNotes(sheet: HTMLElement, selection: Selection | undefined): void {
  for (const old of sheet.querySelectorAll('.chosen-note')) {
    old.parentElement?.setAttribute('aria-selected', 'false');
    old.remove();
  }
  const [from, to] = selection ? rangeOf(selection) : [0, -1];
  for (let at = from; at <= to; at += 1) {
    const note = sheet.querySelector<SVGGElement>(`#${noteId(at)}`);
    note?.setAttribute('aria-selected', 'true');
    const place = note?.querySelector('.notehead')?.getAttribute('transform');
    const [, x, y] = /translate\((-?\d+),\s*(-?\d+)\)/.exec(place ?? '') ?? [];
    if (!note || x === undefined || y === undefined) continue;
    const frame = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
    frame.setAttribute('x', String(Number(x) + FRAME.x));
    frame.setAttribute('y', String(Number(y) + FRAME.y));
    frame.setAttribute('width', String(FRAME.width));
    frame.setAttribute('height', String(FRAME.height));
    frame.classList.add('chosen-note');
    note.prepend(frame);
  }
}

/** Gives the keys to the score, wherever the page stands; nothing if there is no notation. */
export function focusScore(): void {
  document.querySelector<HTMLElement>('.score [role="listbox"]')?.focus({ preventScroll: true });
}
