// npm run build: the application as a folder of static files, the commands and the server as plain JavaScript.
import { buildCommands } from './node-build.mjs';
import { giveUp, PROGRAMS, run } from './prepare.mjs';

if (run(PROGRAMS.vite, ['build', ...process.argv.slice(2)]) !== 0) giveUp('The application could not be built.');
await buildCommands();
