import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import type { Engraved } from '../src/core/passage/read/music-file.ts';

/** The engraver as a reader of MEI and ABC. */
export async function loadEngraved(): Promise<Engraved> {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  return (text, format) => {
    toolkit.setOptions({ inputFrom: format });
    if (!toolkit.loadData(text)) return undefined;
    const mei = toolkit.getMEI();
    toolkit.renderToMIDI();
    return { mei, sounding: (id) => toolkit.getMIDIValuesForElement(id)?.pitch };
  };
}
