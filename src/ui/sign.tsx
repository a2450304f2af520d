/** What the large sign can say: what the player is to do, in a word. */
export type SignSays = 'silence' | 'higher' | 'lower' | 'in tune' | 'another note';

const WORDS: Readonly<Record<SignSays, string>> = {
  silence: '',
  higher: 'Higher',
  lower: 'Lower',
  'in tune': 'In tune',
  'another note': 'Another note',
};

/** Shapes that tell one from another without colour or words, on a field of 100 by 100: an arrow up, an arrow down, a ring filled, a cross. */
const SHAPES: Readonly<Record<SignSays, React.ReactNode>> = {
  silence: <line x1={30} x2={70} y1={50} y2={50} />,
  higher: <path d="M50 8 88 50H66V92H34V50H12Z" className="full" />,
  lower: <path d="M50 92 12 50H34V8H66V50H88Z" className="full" />,
  'in tune': <circle cx={50} cy={50} r={38} className="full" />,
  'another note': <path d="M18 18 82 82M82 18 18 82" />,
};

/** One large sign for the sounding note, to be read from three metres: a shape, a word, the note. */
export function Sign({ says, note = '', cents }: { says: SignSays; note?: string; cents?: number | undefined }) {
  const words = WORDS[says];
  return (
    <div className="sign" data-says={says}>
      <svg viewBox="0 0 100 100" aria-hidden="true">
        {SHAPES[says]}
      </svg>
      <p aria-live="off">
        <strong>{words}</strong>
        <span>
          {note}
          {cents !== undefined && says !== 'in tune'
            ? `, ${Math.round(Math.abs(cents))} ${Math.round(Math.abs(cents)) === 1 ? 'cent' : 'cents'}`
            : ''}
        </span>
      </p>
    </div>
  );
}
