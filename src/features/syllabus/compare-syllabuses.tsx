import { counted } from '../../core/base/index.ts';
import type { InstrumentId } from '../../core/instruments/index.ts';
import { useState } from 'react';
import { syllabusDifferences, sectionFor, type Syllabus } from '../../core/grading/index.ts';
import { Choice } from '../../ui/choice.tsx';

/** What differs from another syllabus, or from another version of this one. */
export function CompareSyllabuses({
  syllabus,
  instrument,
  others,
}: {
  syllabus: Syllabus;
  instrument: InstrumentId;
  others: readonly Syllabus[];
}) {
  const [id, setId] = useState('');
  const other = others.find((one) => one.id === id);
  const here = sectionFor(syllabus, instrument);
  const there = other && sectionFor(other, instrument);
  const differences = here && there ? syllabusDifferences(here, there) : [];
  return (
    <section aria-label="Compare" className="mt-5 border-t border-rule pt-2">
      <p>
        Compare with{' '}
        <Choice
          label="Compare with"
          value={id}
          options={[
            { value: '', label: 'nothing' },
            ...others.filter((one) => one.id !== syllabus.id).map((one) => ({ value: one.id, label: one.name })),
          ]}
          onChoose={setId}
        />
      </p>
      {other ? (
        <>
          <p role="status">
            {there
              ? `${counted(differences.length, 'thing differs', 'things differ')}.`
              : `“${other.name}” has nothing for this instrument.`}
          </p>
          <table className="mt-1 w-full text-left text-sm">
            <thead>
              <tr>
                <th scope="col">Asked</th>
                <th scope="col">{syllabus.name}</th>
                <th scope="col">{other.name}</th>
              </tr>
            </thead>
            <tbody>
              {differences.map((one) => (
                <tr key={one.name} className="border-t border-rule align-top">
                  <td className="pr-3">{one.name}</td>
                  <td className="pr-3">{one.here ?? '–'}</td>
                  <td>{one.there ?? '–'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : null}
    </section>
  );
}
