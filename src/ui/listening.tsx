import { Sign, type SignSays } from './sign.tsx';

/** What is heard while somebody plays: the sign for the sounding note, what was said of the last performance, and the way out. */
export function Listening({
  state,
  sign,
  behind,
  trouble,
  said,
  asks,
  onListen,
  onFinish,
  onClose,
  keeping,
}: {
  state: 'shut' | 'opening' | 'listening';
  sign: { readonly says: SignSays; readonly note?: string; readonly cents?: number | undefined };
  /** How long what is shown lies behind the sound, milliseconds. */
  behind: number | undefined;
  trouble: string | undefined;
  /** Of the last performance: how it went, and the first thing to say. */
  said: { readonly verdict: string; readonly first: string } | undefined;
  /** What to do before anything was heard. */
  asks: string;
  onListen: () => void;
  /** Judges what was heard until now. */
  onFinish: () => void;
  onClose: () => void;
  /** How the last performance can be kept as sound. */
  keeping?: React.ReactNode;
}) {
  return (
    <section aria-label="What is heard" className="listening no-print">
      {state === 'listening' ? (
        <Sign {...sign} />
      ) : (
        <p className="sign asking" role="status">
          {state === 'opening' ? 'The browser asks for the microphone: allow it.' : ''}
        </p>
      )}
      <div className="said">
        {trouble ? <p role="alert">{trouble}</p> : null}
        {said ? (
          <p role="status">
            <strong>{said.verdict}.</strong> {said.first}
          </p>
        ) : trouble ? null : (
          <p>
            {asks} Nothing leaves this machine; the sound is {keeping ? 'kept only if you ask' : 'not kept'}.
          </p>
        )}
        <p className="doings">
          {state === 'shut' ? (
            <button type="button" onClick={onListen}>
              Listen again
            </button>
          ) : (
            <button type="button" onClick={onFinish}>
              That was all
            </button>
          )}
          <button type="button" onClick={onClose}>
            Stop listening
          </button>
          {said ? keeping : null}
          {behind === undefined || state !== 'listening' ? null : (
            <small>shown {10 * Math.round(behind / 10)} ms after it sounds</small>
          )}
        </p>
      </div>
    </section>
  );
}
