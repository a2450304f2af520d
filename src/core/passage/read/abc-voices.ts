/** One line of an ABC file, and whose it is. */
export interface AbcLine {
  readonly text: string;
  /** Where it begins in the file. */
  readonly start: number;
  /** Its voice, `''` where the tune names none; nothing for what is everybody's. */
  readonly voice: string | undefined;
  /** It holds notes. */
  readonly music: boolean;
}

/** The lines of an ABC file. Source: the ABC music standard 2.1, voices. */
export function abcLines(file: string): AbcLine[] {
  const lines: AbcLine[] = [];
  let [start, voice]: [number, string | undefined] = [0, undefined];
  for (const text of file.split('\n')) {
    const field = /^[A-Za-z]:|^%/.test(text);
    const named: string | undefined = voice === undefined ? undefined : /^(?:V:|\[V:)\s*([^\s\]]+)/.exec(text)?.[1];
    if (named !== undefined) voice = named;
    lines.push({ text, start, voice, music: voice !== undefined && !field });
    // What comes before the first key is everybody's.
    if (voice === undefined && text.startsWith('K:')) voice = '';
    start += text.length + 1;
  }
  return lines;
}

/** The voices of an ABC file that have notes, in the order they begin. */
export function abcVoices(lines: readonly AbcLine[]): readonly string[] {
  return [
    ...new Set(lines.flatMap(({ voice, music, text }) => (music && voice !== undefined && text.trim() ? [voice] : []))),
  ];
}

/** One voice of an ABC file as a tune of its own, and what it is called. */
export function abcVoice(lines: readonly AbcLine[], voice: string): { readonly text: string; readonly name: string } {
  const own = lines.filter((line) => (line.voice ?? voice) === voice && !/^V:/.test(line.text));
  const called = lines.flatMap(({ text }) => {
    const [, id, rest = ''] = /^\[?V:\s*([^\s\]]+)([^\]]*)/.exec(text) ?? [];
    return id === voice ? (/(?:name|nm)="([^"]*)"/.exec(rest)?.[1] ?? []) : [];
  });
  return {
    text: own.map(({ text }) => text.replace(/^\[V:[^\]]*\]/, '')).join('\n'),
    name: called[0] ?? `Voice ${voice}`,
  };
}
