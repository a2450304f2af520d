// npm run serve: serves the built application. Holds no data.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import getPort, { portNumbers } from 'get-port';
import { z } from 'zod';
import { readOptions } from '../cli/options.ts';
import { application, serverFor } from './serve.ts';

const BUILD = join(import.meta.dirname, '..', 'dist');

const PORT = 'A port is a number from 1 to 65000, such as --port 4173.';
const Options = z.object({
  port: z
    .string()
    .regex(/^\d{1,5}$/, { error: PORT })
    .transform(Number)
    .refine((port) => port >= 1 && port <= 65_000, { error: PORT })
    .default(4173),
  host: z.string().default('127.0.0.1'),
  demo: z.boolean().default(false),
});
const USAGE = `Serves the built application.
Options: --port N   --host ADDRESS   --demo (opens the invented studio)`;

async function start(): Promise<void> {
  const text = { type: 'string' } as const;
  const values = readOptions(Options, { port: text, host: text, demo: { type: 'boolean' } }, USAGE);
  if (!values) {
    process.exitCode = 2;
    return;
  }
  const wanted = values.port;
  if (!existsSync(join(BUILD, 'index.html'))) {
    process.stderr.write('The application is not built yet. Run: npm run build\n');
    process.exitCode = 2;
    return;
  }
  let port: number;
  try {
    port = await getPort({ port: portNumbers(wanted, Math.min(wanted + 200, 65_535)), host: values.host });
  } catch {
    process.stderr.write(
      `This machine has no address “${values.host}”. Give one of its own with --host, such as 127.0.0.1.\n`,
    );
    process.exitCode = 2;
    return;
  }
  if (port !== wanted) process.stdout.write(`Port ${wanted} is in use; taking ${port}.\n`);
  const server = serverFor(application(BUILD, values.demo));
  server.listen(port, values.host, () => {
    process.stdout.write(`Step Ladder is at http://${values.host}:${port}/${values.demo ? '?studio=demo' : ''}\n`);
  });
  const stop = (): void => {
    server.close();
    server.closeAllConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

await start();
