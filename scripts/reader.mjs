// npm run reader: what is read of MusicXML, against LilyPond, note for note.
import { checkNode, giveUp, installPackages, installPrograms, runScript } from './prepare.mjs';

checkNode();
await installPrograms([{ program: 'musicxml2ly', debian: 'lilypond' }]);
installPackages();
if ((await runScript('scripts/other-reader.ts', process.argv.slice(2))) !== 0) {
  giveUp('LilyPond reads something otherwise than we do; it stands above.');
}
