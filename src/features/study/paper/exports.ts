import { type ScoredStudy, pictureSize } from '../../../core/score/index.ts';
import { soundPlan, USUAL_PLAYING } from '../../../core/sound/index.ts';
import { fileName } from '../../../core/base/index.ts';
import { download } from '../../../ui/download.ts';
import { engraver, type PaperSize } from '../../../workers/engraver.ts';
import { byline } from '../../../data/settings.ts';
import { drawnPart } from './drawn-part.ts';
import { PAPER_PAGE, type PaperPart } from './paper.ts';

/** What a study is written out as, in open formats. */
export interface Export {
  readonly words: string;
  /** Whether it takes pictures from the page: the fingerboard, the map. */
  readonly drawn?: true;
  readonly write: (study: ScoredStudy, paper: ReadonlySet<PaperPart>) => Promise<void>;
}

export const EXPORTS: readonly Export[] = [
  { words: 'PDF, A4', drawn: true, write: pdf('A4') },
  { words: 'PDF, Letter', drawn: true, write: pdf('Letter') },
  {
    words: 'MusicXML, for notation software',
    write: async (study) => {
      const { musicXml, scoreOf } = await import('./file-writers.ts');
      download(fileName(study.title, 'musicxml'), musicXml(scoreOf(study)), 'application/vnd.recordare.musicxml+xml');
    },
  },
  {
    words: 'MIDI, to play it',
    write: async (study) => {
      const { midiFile } = await import('./file-writers.ts');
      download(fileName(study.title, 'mid'), midiFile(study), 'audio/midi');
    },
  },
  {
    words: 'WAV, to hear it',
    write: async (study) => {
      const [{ render }, { waveFile }] = await Promise.all([
        import('../../../audio/player.ts'),
        import('./file-writers.ts'),
      ]);
      const { samples, rate } = await render(soundPlan(study, { ...USUAL_PLAYING, clicks: 0, countIn: 0 }));
      download(fileName(study.title, 'wav'), waveFile(samples, rate), 'audio/wav');
    },
  },
  {
    words: 'SVG, a picture of the score',
    write: async (study) => download(fileName(study.title, 'svg'), await picture(study), 'image/svg+xml'),
  },
  {
    words: 'PNG, a picture of the score',
    write: async (study) => download(fileName(study.title, 'png'), await dots(await picture(study)), 'image/png'),
  },
];

function pdf(size: PaperSize): Export['write'] {
  return async (study, paper) => {
    const drawings = (['fingerboard', 'tapes', 'climb'] as const)
      .filter((part) => paper.has(part))
      .flatMap((part) => drawnPart(part) ?? []);
    const parts = {
      shifts: paper.has('shifts'),
      key: study.look?.fingers === 'blank',
      drawings,
      byline: byline(),
    };
    download(fileName(study.title, 'pdf'), await engraver().pdf(study, size, parts), 'application/pdf');
  };
}

function picture(study: ScoredStudy): Promise<string> {
  return engraver().engrave(study, PAPER_PAGE);
}

/** Dots of the picture to one of the page: sharp at 288 to the inch. */
const SHARPNESS = 3;

async function dots(svg: string): Promise<Blob> {
  const { wide, high } = pictureSize(svg);
  const image = new Image();
  image.src = URL.createObjectURL(new Blob([svg.replace(/currentColor/g, '#000')], { type: 'image/svg+xml' }));
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = PAPER_PAGE.width * SHARPNESS;
  canvas.height = Math.round((canvas.width * high) / wide);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser cannot draw the picture. Export the SVG instead.');
  context.fillStyle = '#fff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(image.src);
  return new Promise((resolve, reject) => {
    canvas.toBlob(
      (blob) =>
        blob ? resolve(blob) : reject(new Error('This score is too large for a PNG. Export the SVG instead.')),
      'image/png',
    );
  });
}
