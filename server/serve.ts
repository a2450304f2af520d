import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express } from 'express';
import expressStaticGzip, { type ExpressStaticGzipOptions } from 'express-static-gzip';
import helmet from 'helmet';

/**
 * Serves the built application and nothing else; it holds no data.
 * `demo` sends a browser that has not yet chosen a studio to the invented one.
 */
export function application(build: string, demo: boolean): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          // The engraver is WebAssembly; nothing else is compiled at run time.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'", ...ownScripts(build)],
          // The clock of the sound is a small worker the audio library makes of its own text.
          workerSrc: ["'self'", 'blob:'],
          // Radix and the engraver set style attributes on elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          // A recording that was kept is played from the browser's own storage.
          mediaSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          // The first page says under which path it stands.
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      // Plain HTTP on the loopback address: there is nothing to upgrade to.
      strictTransportSecurity: false,
    }),
  );
  // The page listens to the player; no other page in it may, and nothing else is asked of the machine.
  app.use((_, response, next) => {
    response.setHeader('Permissions-Policy', 'microphone=(self), camera=(), geolocation=(), display-capture=()');
    next();
  });
  // What was not compressed when it was built: the page itself.
  app.use(compression());
  app.use((request, response, next) => {
    const page =
      request.method === 'GET' && request.accepts(['html', 'json']) === 'html' && !/\.\w+$/.test(request.path);
    const chosen = 'studio' in request.query || /(?:^|; )studio=/.test(request.headers.cookie ?? '');
    if (demo && page && !chosen) {
      response.redirect(302, intoDemo(request.originalUrl));
      return;
    }
    next();
  });
  const compressed = {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
  } satisfies ExpressStaticGzipOptions;
  app.use('/assets', (request, _, next) => next(isReadable(request.path) ? undefined : { status: 400 }));
  app.use(
    '/assets',
    expressStaticGzip(join(build, 'assets'), {
      ...compressed,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  const files = expressStaticGzip(build, { ...compressed, serveStatic: { maxAge: 0, index: false } });
  // What cannot be read is no file; the page says so in its own words.
  app.use((request, response, next) => (isReadable(request.path) ? files(request, response, next) : next()));
  app.get(/^\/(?!.*\.\w+$).*/, (_, response) => {
    response.set('Cache-Control', 'no-cache');
    response.sendFile(join(build, 'index.html'));
  });
  app.use((_, response) => {
    response.status(404).type('text').send('There is nothing at this address.');
  });
  app.use(refuse);
  return app;
}

/** What the policy calls the scripts that stand in the first page itself: the sum of each. */
export function ownScripts(build: string): string[] {
  const page = existsSync(join(build, 'index.html')) ? readFileSync(join(build, 'index.html'), 'utf8') : '';
  return [...page.matchAll(/<script>([^]*?)<\/script>/g)].map(
    ([, script = '']) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`,
  );
}

/** Whether an address can be read: a package would refuse it in words of its own. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** The same path in the demonstration studio: a path of this server, whatever was asked for. */
function intoDemo(asked: string): string {
  const end = asked.indexOf('?');
  const path = end < 0 ? asked : asked.slice(0, end);
  const search = new URLSearchParams(end < 0 ? '' : asked.slice(end));
  search.set('studio', 'demo');
  // Two slashes, or one and a backslash, would begin the name of another host.
  return `/${path.replace(/^[/\\]+/, '')}?${search.toString()}`;
}

/** A request that cannot be answered gets a sentence: no path of this machine, nothing of the program's inside. */
const refuse: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const status = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 500;
  const page = request.method === 'GET' && request.accepts(['html', 'json']) === 'html';
  response.status(status >= 400 && status < 500 ? status : 500);
  response.type(page ? 'html' : 'text').send(page ? UNREADABLE_PAGE : 'This address cannot be read.');
};

const UNREADABLE_PAGE = `<!doctype html>
<html lang="en"><meta charset="utf-8"><title>Step Ladder</title>
<h1>This address cannot be read</h1>
<p>Something in it is not written as an address must be. <a href="/">Go to the library</a>.</p>
</html>
`;

/** The longest address and headers that are read, bytes: a study’s link is far shorter. */
const LIMITS = { maxHeaderSize: 64 * 1024 };

/** The application’s server. A request that breaks off, or whose address is too long, gets a sentence too. */
export function serverFor(app: Express): Server {
  const server = createServer(LIMITS, app);
  server.on('clientError', (error: NodeJS.ErrnoException, socket) => {
    if (!socket.writable) return;
    const [status, words] =
      error.code === 'HPE_HEADER_OVERFLOW'
        ? ['431 Request Header Fields Too Large', 'This address is too long. Open the study from the library instead.']
        : ['400 Bad Request', 'This address cannot be read.'];
    socket.end(`HTTP/1.1 ${status}\r\nContent-Type: text/plain; charset=utf-8\r\nConnection: close\r\n\r\n${words}\n`);
  });
  return server;
}
