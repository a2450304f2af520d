import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'step-ladder-'));

interface Ran {
  readonly status: number;
  readonly out: any;
  readonly err: string;
}

function run(command: string, args: readonly string[], input = ''): Ran {
  const done = spawnSync(process.execPath, [`scripts/${command}.mjs`, ...args], {
    input,
    encoding: 'utf8',
    timeout: 60_000,
  });
  return {
    status: done.status ?? -1,
    out: done.stdout.startsWith('{') || done.stdout.startsWith('[') ? JSON.parse(done.stdout) : done.stdout,
    err: done.stderr,
  };
}

/** Words of a program, of a validator, of Node. */
const FOREIGN = /\bat .*\.[jt]s\b|Invalid |expected|ERR_|node:|Error:/;

function file(name: string, data: string | Uint8Array): string {
  const path = join(folder, name);
  writeFileSync(path, data);
  return path;
}

const PART = (notes: string, head = '<?xml version="1.0" encoding="UTF-8"?>', title = 'Étude'): string =>
  `${head}<score-partwise version="4.0"><work><work-title>${title}</work-title></work><part-list><score-part id="P1"><part-name>Violin</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions></attributes>${notes}</measure></part></score-partwise>`;
const NOTE = (step: string, octave: number, more = ''): string =>
  `<note><pitch><step>${step}</step>${more}<octave>${octave}</octave></pitch><duration>1</duration><voice>1</voice></note>`;

describe('commands', () => {
  it.each(['study', 'syllabus', 'plan', 'class', 'passage', 'simulate', 'listen'])(
    '%s tells its options when asked, and when they are wrong',
    (command) => {
      const help = run(command, ['--help']);
      expect([help.status, help.err]).toEqual([0, '']);
      expect(help.out.length).toBeGreaterThan(40);
      const { status, err } = run(command, ['--nonsense']);
      expect(status).toBe(2);
      expect(err.split('\n')[0]).toBe('There is no option --nonsense, or it needs a value.');
    },
  );

  it.each([
    [['--format', 'exe'], 'The format is json, musicxml or midi.'],
    [['stray'], 'Everything after the command is an option with its value.'],
    [['--format', 'midi'], 'The formats musicxml and midi need --out DIR, the folder to write to.'],
  ])('say of %s what would work', (wrong, words) => {
    const { status, err } = run('study', wrong);
    expect(status).toBe(2);
    expect(err.split('\n')[0]).toBe(words);
  });

  it('say where they cannot write, also where the system never answers', () => {
    const input = JSON.stringify([{ instrument: 'violin', tonic: 'A', ways: 1 }]);
    const { status, err } = run('study', ['--format', 'midi', '--out', '/proc/x'], input);
    expect(status).toBe(2);
    expect(err).toMatch(/^The folder “\/proc\/x” cannot be made: /);
  });

  it('refuse what is no plain file, and what is larger than its door, before they read it', () => {
    const pipe = join(folder, 'pipe');
    execFileSync('mkfifo', [pipe]);
    const huge = file('huge.json', '');
    execFileSync('truncate', ['-s', '600M', huge]);
    for (const [path, words] of [
      [pipe, 'that is no plain file'],
      [folder, 'that is a folder'],
      [huge, 'larger than 10 MB'],
      ['/dev/zero', 'that is no plain file'],
    ] as const) {
      const { status, out } = run('listen', ['--recipe', path, '--audio', path]);
      expect(status).toBe(1);
      expect(out.error.message).toContain(words);
    }
  });
});

describe('a passage', () => {
  it('leaves out a note the instrument cannot play, names it, and fingers the rest', () => {
    const path = file('low.musicxml', PART([NOTE('C', 2), NOTE('A', 4), NOTE('B', 4), NOTE('C', 5)].join('')));
    const { status, out } = run('passage', ['--file', path, '--instrument', 'violin']);
    expect(status).toBe(0);
    expect(out.error).toBeUndefined();
    expect(out.notes.map((note: { pitch: string }) => note.pitch)).toEqual(['A4', 'B4', 'C5']);
    expect(out.notices[0]).toBe('Bar 1, beat 1: C2 lies below the lowest string of the violin. It is left out.');
    const none = file('none.musicxml', PART([NOTE('C', 2), NOTE('D', 2)].join('')));
    expect(run('passage', ['--file', none, '--instrument', 'violin'])).toMatchObject({ status: 1, out: { error: {} } });
  });

  it('goes back in the bytes it came in, and never over its own source', () => {
    const notes = [NOTE('A', 4), NOTE('B', 4), NOTE('C', 5)].join('');
    const latin = Buffer.from(PART(notes, '<?xml version="1.0" encoding="ISO-8859-1"?>'), 'latin1');
    const utf16 = Buffer.concat([
      Buffer.from([0xff, 0xfe]),
      Buffer.from(PART(notes, '<?xml version="1.0" encoding="UTF-16"?>'), 'utf16le'),
    ]);
    const marked = Buffer.concat([Buffer.from([0xef, 0xbb, 0xbf]), Buffer.from(PART(notes), 'utf8')]);
    for (const [name, bytes] of [
      ['latin.xml', latin],
      ['utf16.xml', utf16],
      ['marked.xml', marked],
    ] as const) {
      const path = file(name, bytes);
      const { status, out } = run('passage', [
        '--file',
        path,
        '--instrument',
        'violin',
        '--into',
        '--out',
        join(folder, 'back'),
      ]);
      expect([name, status]).toEqual([name, 0]);
      const back = readFileSync(out.file);
      // Without the fingers it is, byte for byte, what it was.
      const encoding = name === 'latin.xml' ? 'latin1' : name === 'utf16.xml' ? 'utf16le' : 'utf8';
      const bare = back.toString(encoding).replace(/<(notations|direction)\b.*?<\/\1>/gs, '');
      expect(bare.replace(/\s+/g, '')).toBe(bytes.toString(encoding).replace(/\s+/g, ''));
    }
    const path = file('own.xml', PART(notes));
    const own = run('passage', ['--file', path, '--instrument', 'violin', '--into', '--out', folder]);
    expect(own).toMatchObject({ status: 1, out: { error: { path: 'out' } } });
    expect(readFileSync(path, 'utf8')).toBe(PART(notes));
  });

  it('is read with a title of any length, and refused in words where it is broken', () => {
    const notes = [NOTE('A', 4), NOTE('B', 4)].join('');
    const long = file('long.xml', PART(notes, '', 'x'.repeat(5_000)));
    expect(run('passage', ['--file', long, '--instrument', 'violin']).status).toBe(0);
    for (const [name, text] of [
      ['alter.xml', PART(NOTE('A', 4, '<alter>1e9</alter>') + NOTE('B', 4))],
      [
        'broken.mei',
        '<mei><music><body><measure><staff n="1"><layer><note pname="x" oct="999" dur="-3"/></layer></staff></measure></body></music></mei>',
      ],
      ['broken.abc', `X:1\nK:C\n${'['.repeat(10_000)}c\n`],
      ['deep.xml', '<a>'.repeat(3_000_000)],
    ] as const) {
      const { out, err } = run('passage', ['--file', file(name, text), '--instrument', 'violin']);
      expect(err).toBe('');
      expect(out.error?.message ?? 'read').not.toMatch(FOREIGN);
    }
  });
});
