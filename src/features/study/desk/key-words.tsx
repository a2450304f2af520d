import { counted } from '../../../core/base/index.ts';
import { memo } from 'react';
import type { Recipe } from '../../../core/recipe/index.ts';
import { formOf, keySignature, otherNames, printed, enharmonicTwin } from '../../../core/theory/index.ts';
import { Notice } from '../../../ui/notice.tsx';

type Key = Pick<Recipe, 'tonic' | 'form'>;

/** `3 sharps: F♯ C♯ G♯`; with five or more the letters left plain; other names where they help. */
export function signatureWords({ tonic, form }: Key): string {
  const { fifths, altered, plain, standard } = keySignature(tonic, form);
  if (!standard) return 'no standard signature, accidentals written out';
  if (fifths === 0) return 'no sharps or flats';
  const count = Math.abs(fifths);
  const names = altered.map(printed).join(' ');
  const left = count >= 5 ? `, plain: ${plain.length > 0 ? plain.join(' ') : 'none'}` : '';
  const others = otherNames(tonic, form).map((words) => `; ${words}`);
  return `${counted(count, fifths > 0 ? 'sharp' : 'flat')}: ${names}${left}${others.join('')}`;
}

/** A key without a signature is spelled out, and its twin offered. */
export const SpellingWarning = memo(function SpellingWarning({
  tonic,
  form,
  onTonic,
}: Key & { onTonic: (tonic: string) => void }) {
  if (keySignature(tonic, form).standard) return null;
  const twin = enharmonicTwin(tonic, formOf(form));
  return (
    <div className="no-print mt-2">
      <Notice title={`${printed(tonic)} ${formOf(form).name} has no standard key signature`}>
        It is spelled out in full.{' '}
        {twin ? (
          <button type="button" className="underline" onClick={() => onTonic(twin)}>
            Write it as {printed(twin)} instead: the same sound.
          </button>
        ) : null}
      </Notice>
    </div>
  );
});
