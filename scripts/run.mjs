// node scripts/run.mjs SCRIPT.ts: builds one of our scripts and runs it.
import { checkNode, installPackages, runScript } from './prepare.mjs';

checkNode();
installPackages();
const [script, ...args] = process.argv.slice(2);
process.exitCode = await runScript(script, args);
