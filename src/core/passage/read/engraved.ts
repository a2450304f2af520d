import type { SoundingPitch } from './mei-file.ts';

/** What an engraver makes of MEI or ABC: the same as MEI of its own, with what each note sounds. */
export type Engraved = (
  text: string,
  format: 'mei' | 'abc',
) => { readonly mei: string; readonly sounding: SoundingPitch } | undefined;

/** As much of the engraver as reads; verovio has it. */
interface Toolkit {
  setOptions(options: Readonly<Record<string, unknown>>): void;
  loadData(text: string): boolean;
  getMEI(): string;
  renderToMIDI(): string;
  getMIDIValuesForElement(id: string): { readonly pitch: number } | undefined;
}

/** The engraver as a reader of MEI and ABC. */
export function engravedBy(toolkit: Toolkit): Engraved {
  return (text, format) => {
    toolkit.setOptions({ inputFrom: format });
    if (!toolkit.loadData(text)) return undefined;
    const mei = toolkit.getMEI();
    // It knows what notes sound once it has played them.
    toolkit.renderToMIDI();
    return { mei, sounding: (id) => toolkit.getMIDIValuesForElement(id)?.pitch };
  };
}
