import { sentence, spelledCount } from '../base/index.ts';
import type { FingeredNote } from '../fingering/index.ts';
import { bentFinger, fingerWords, positionWords } from '../instruments/index.ts';
import type { Passage } from '../passage/index.ts';
import { nameLeaning, printed } from '../theory/index.ts';
import type { Check } from './check.ts';
import type { HomePlace } from './home-place.ts';
import type { Finding, ShiftCard } from './shift-card.ts';

/** `a half step`, `a whole step`, `three half steps`. */
export function stepWords(halfSteps: number): string {
  const count = Math.abs(halfSteps);
  if (count === 1) return 'a half step';
  if (count === 2) return 'a whole step';
  return spelledCount(count, 'half step');
}

/** From and to in a sentence: `From D5, third finger on A in 1st, up to E5, first finger on A in 3rd.` */
export function moveSentence(card: ShiftCard, passage: Passage): string {
  const way = card.halfSteps > 0 ? 'up' : 'down';
  return sentence(`from ${placeWords(card.from, passage)} ${way} to ${placeWords(card.to, passage)}`);
}

function placeWords(note: FingeredNote, passage: Passage): string {
  const pitch = printed(passage.notes[note.at]?.pitch.name ?? '');
  return `${pitch}, ${fingerWords(note.finger)} on ${note.string} in ${positionWords(note)}`;
}

/** Which finger leads, and whose place is taken; nothing if the hand simply leaps. */
export function leadSentences(card: ShiftCard): string[] {
  const { guide, replacement, from, to } = card;
  const lines: string[] = [];
  const slid = !card.crosses && from.finger === to.finger;
  if (replacement && !slid) {
    const takes = `${fingerWords(replacement.finger)} goes where ${fingerWords(replacement.replaces)} ${card.overOpen ? 'was' : 'is'}`;
    if (card.crosses)
      lines.push(sentence(`measure on the ${from.string} string: ${takes}; then cross to ${to.string}`));
    else if (replacement.arrives || replacement.finger === to.finger) lines.push(sentence(takes));
    else lines.push(sentence(`${takes}, and ${fingerWords(to.finger)} falls beside it`));
  } else if (!card.crosses && !slid) {
    const apart = to.stop - from.stop;
    if (apart !== 0) {
      const side = apart > 0 ? 'above' : 'below';
      lines.push(
        sentence(`${fingerWords(to.finger)} lands ${stepWords(apart)} ${side} where ${fingerWords(from.finger)} is`),
      );
    }
  }
  if (guide?.finger === from.finger && guide.finger === to.finger) {
    lines.push(
      sentence(`${fingerWords(guide.finger)} slides on the string, light, ${stepWords(guide.to - guide.from)}`),
    );
  } else if (guide) {
    lines.push(sentence(`${fingerWords(guide.finger)} stays on the string and leads`));
  }
  return lines;
}

/** What hides the move or makes it harder. */
export function timingSentence(card: ShiftCard): string | undefined {
  if (card.overOpen) return 'The hand moves while the open string sounds.';
  // Where the hand is measured on the string it leaves, the crossing is told already.
  return card.crosses && !card.replacement ? 'The bow crosses as the hand moves: arrive first, then cross.' : undefined;
}

/** Where the shift falls in the bow; nothing if every note has a bow of its own. */
export function bowSentence({ bow, onBeat }: Pick<ShiftCard, 'bow' | 'onBeat'>): string | undefined {
  if (bow === 'separate') return undefined;
  const beat = onBeat ? ', on the beat' : '';
  return bow === 'change'
    ? `The bow changes as the hand arrives${beat}, and hides it.`
    : `It falls inside a slur${beat}: lighten the bow, and let the slide go unheard.`;
}

/** All that is said of a shift, in the order of a card; the thumb left out. */
export function shiftSentences(card: ShiftCard, passage: Passage): string[] {
  return [
    moveSentence(card, passage),
    ...leadSentences(card),
    timingSentence(card),
    bowSentence(card),
    placeSentence(card, card.to),
    checkSentence(card, passage),
  ].filter((sentence) => sentence !== undefined);
}

/** Beyond this many half steps first position is no help in finding a place. */
const FAR_FROM_HOME = 4;

/** Where the note lies in terms of first position. */
export function placeSentence(finding: Finding, note: FingeredNote): string | undefined {
  const { inFirstPosition, fromHome } = finding;
  if (inFirstPosition) {
    const { place, string } = inFirstPosition;
    return place === 'open'
      ? `The same note as the open ${string}.`
      : sentence(`in first position ${placedFinger(place)} on ${string} plays it`);
  }
  if (!fromHome || Math.abs(fromHome.apart) > FAR_FROM_HOME) return undefined;
  const side = fromHome.apart > 0 ? 'above' : 'below';
  return fromHome.apart === 0
    ? sentence(`it is the place of ${placedFinger(fromHome)} in first position`)
    : sentence(
        `on ${note.string} it lies ${stepWords(fromHome.apart)} ${side} ${fingerWords(fromHome.finger)} of first position`,
      );
}

/** `the high third finger`. */
function placedFinger({ finger, bend }: HomePlace): string {
  return bentFinger(finger, bend);
}

/** How to hear that the note is right. */
export function checkSentence(finding: Finding, passage: Passage): string {
  const rings = finding.rings.length > 0 ? ` In tune, the open ${finding.rings.join(' and ')} rings with it.` : '';
  if (finding.check)
    return `Hear it against the open ${finding.check.string}: ${intervalWords(finding.check)}.${rings}`;
  const { neighbour } = finding;
  if (!neighbour) return `No open string checks it: sing it first, or play it with a drone.${rings}`;
  const inStudy = passage.notes.find((note) => note.pitch.midi === neighbour.midi)?.pitch.name;
  const name = printed(inStudy ?? nameLeaning(neighbour.midi, passage.leaning));
  const side = neighbour.halfSteps > 0 ? 'above' : 'below';
  return `Tune ${name} first, ${intervalWords(neighbour.check)} the open ${neighbour.check.string}; this note lies ${stepWords(neighbour.halfSteps)} ${side} it.${rings}`.replace(
    'a unison the open',
    'in unison with the open',
  );
}

function intervalWords({ interval, octaves, side }: Check): string {
  if (interval === 'unison') return 'a unison';
  const size =
    interval === 'octave'
      ? octaves === 0
        ? 'an octave'
        : spelledCount(octaves + 1, 'octave')
      : octaves === 0
        ? `a ${interval}`
        : `an octave and a ${interval}`;
  return `${size} ${side}`;
}
