import { scoreOf, musicXml, type ScoredStudy } from '../../core/score/index.ts';
import { byline } from '../../data/settings.ts';
import { fileName } from '../../core/base/index.ts';
import { download } from '../../ui/download.ts';
import { sayTrouble } from '../../ui/say-trouble.ts';
import { engraver } from '../../workers/engraver.ts';

/** An exercise as a file, like any study: to print, or for notation software. */
export function ExerciseFiles({ exercise }: { exercise: ScoredStudy }) {
  const pdf = async (): Promise<void> => {
    const parts = { shifts: false, key: false, drawings: [], byline: byline() };
    download(fileName(exercise.title, 'pdf'), await engraver().pdf(exercise, 'A4', parts), 'application/pdf');
  };
  const xml = (): void =>
    download(
      fileName(exercise.title, 'musicxml'),
      musicXml(scoreOf(exercise)),
      'application/vnd.recordare.musicxml+xml',
    );
  return (
    <span>
      This exercise as{' '}
      <button type="button" className="underline" onClick={() => void pdf().catch(sayTrouble)}>
        PDF
      </button>{' '}
      or{' '}
      <button type="button" className="underline" onClick={xml}>
        MusicXML
      </button>
    </span>
  );
}
