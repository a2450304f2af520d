import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder } from '@codemirror/view';
import { useEffect, useRef } from 'react';
import { changeOf } from './text-change.ts';

const LOOK = EditorView.theme({
  '&': { height: '100%' },
  '&.cm-focused': { outline: 'none' },
  '.cm-scroller': { fontFamily: 'inherit', lineHeight: 'inherit', overflow: 'auto' },
  '.cm-content': { padding: '0.75rem 0', caretColor: 'var(--color-ink)' },
  '.cm-line': { padding: '0 0.75rem' },
  '.cm-placeholder': { color: 'var(--color-faint)', whiteSpace: 'pre-wrap' },
  '.cm-cursor': { borderLeftColor: 'var(--color-ink)' },
});

/** A text field for thousands of lines. Only the visible ones are laid out; a textarea lays out all of them. */
export function LongText({
  label,
  value,
  most,
  instead,
  className,
  onText,
  onTooLong,
}: {
  label: string;
  value: string;
  /** Maximum length, characters. */
  most: number;
  /** Placeholder for an empty text. */
  instead: string;
  className: string;
  onText: (text: string) => void;
  /** Called when an edit is refused because the text would be too long. */
  onTooLong: () => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(undefined);
  /** The last text reported or received. */
  const last = useRef(value);
  const now = useRef({ onText, onTooLong });
  useEffect(() => {
    now.current = { onText, onTooLong };
  });
  useEffect(() => {
    const made = new EditorView({
      doc: last.current,
      extensions: [
        history(),
        keymap.of([...defaultKeymap, ...historyKeymap]),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ 'aria-label': label }),
        EditorState.changeFilter.of(({ docChanged, newDoc }) => {
          const fits = !docChanged || newDoc.length <= most;
          if (!fits) now.current.onTooLong();
          return fits;
        }),
        EditorView.updateListener.of(({ docChanged, state }) => {
          const text = docChanged ? state.doc.toString() : last.current;
          if (text === last.current) return;
          last.current = text;
          now.current.onText(text);
        }),
        placeholder(instead),
        LOOK,
      ],
      parent: place.current ?? undefined,
    });
    view.current = made;
    return () => made.destroy();
  }, [label, most, instead]);
  useEffect(() => {
    if (value === last.current) return;
    const change = changeOf(last.current, value);
    last.current = value;
    view.current?.dispatch({ changes: change });
  }, [value]);
  return <div ref={place} className={className} />;
}
