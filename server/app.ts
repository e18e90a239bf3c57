import compression from 'compression';
import express, { type Express } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { createBench } from './devices';
import { ownHost } from './guard';
import { createRelay, type Relay } from './relay';

export interface ServerOptions {
  /** Folder of the exported app. */
  dist: string;
  /** Suggests the demo shop to a browser that has not chosen yet. */
  demo: boolean;
  /** Serves the simulated devices under /bench, and tells the app of them. */
  bench?: boolean;
  /** Names that it goes by besides those of its machine. */
  names?: readonly string[];
  /** Given out under /certificate.crt, for a phone that is to trust this server. */
  certificate?: string;
  /** What passes messages from phone to phone, where it is not one of its own. */
  relay?: Relay;
}

const YEAR_S = 31_536_000;
/** Files whose name carries a hash of their content may be kept for ever. */
const HASHED = /[.-][0-9a-f]{20,}\./;

/** The built app over HTTP: compressed, cached, with index.html for deep links. What phones send each other is sealed, and only passes through. */
export function createApp({ dist, demo, bench, certificate, relay, names = [] }: ServerOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(ownHost(names));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // The style engine writes rules into the page as it goes.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          // The solver of fairing plans is WebAssembly: it may be compiled, and nothing else may be made into code.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          workerSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
        },
      },
      // Served over plain HTTP on the shop's own network, where browsers know none of these and say so in the console.
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  );
  // Sealed bytes do not get smaller: before compression.
  app.use('/relay', ownOrigin, (relay ?? createRelay({ now: Date.now })).router);
  app.use(compression());
  const metas = [
    ...(demo ? ['<meta name="stratocoat-start" content="demo">'] : []),
    ...(bench ? ['<meta name="stratocoat-bench" content="/bench">'] : []),
  ].join('');
  const page = pageOf(path.join(dist, 'index.html'), metas);
  if (bench) app.use('/bench', ownOrigin, createBench({ anchorMs: Date.now(), now: Date.now }));
  if (certificate)
    app.get('/certificate.crt', (_req, res) => {
      res.type('application/x-x509-ca-cert').send(certificate);
    });
  const sendPage: express.RequestHandler = (_req, res) => {
    const html = page();
    if (html === undefined)
      return void res.status(503).type('text').send('A new build is being made. Load the page again in a moment.');
    res.set('Cache-Control', 'no-cache').type('html').send(html);
  };
  app.get(['/', '/index.html'], sendPage);
  app.use(
    staticGzip(dist, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: {
        setHeaders: (res, file) => {
          res.setHeader(
            'Cache-Control',
            HASHED.test(path.basename(file)) ? `public, max-age=${YEAR_S}, immutable` : 'no-cache',
          );
        },
      },
    }),
  );
  // A missing file is a fault and must not come back as a page; anything else is one of the app's own addresses.
  app.get('/{*path}', (req, res, next) => (path.extname(req.path) ? next() : sendPage(req, res, next)));
  app.use((_req, res) => {
    res.status(404).type('text').send('Not found');
  });
  // Without this Express answers with the stack, and in it paths of this machine.
  const onError: express.ErrorRequestHandler = (error: { status?: number }, _req, res, next) => {
    if (res.headersSent) return next(error);
    const status = error.status !== undefined && error.status >= 400 && error.status < 500 ? error.status : 500;
    res
      .status(status)
      .type('text')
      .send(status === 500 ? 'Something went wrong here' : 'That request cannot be read');
  };
  app.use(onError);
  return app;
}

/** The page as it is on disk, read again when a new build has taken its place; undefined while there is none. */
function pageOf(file: string, metas: string): () => string | undefined {
  let read: { at: number; html: string } | undefined;
  return () => {
    try {
      const at = statSync(file).mtimeMs;
      if (read?.at !== at) read = { at, html: readFileSync(file, 'utf8').replace('</head>', `${metas}</head>`) };
      return read.html;
    } catch {
      return undefined;
    }
  };
}

/** Other sites' pages, which a browser of the shop may have open too, are not told what devices or phones say, nor tell them anything. */
const ownOrigin: express.RequestHandler = (req, res, next) => {
  const site = req.headers['sec-fetch-site'];
  const { origin, host } = req.headers;
  const isOther =
    (site !== undefined && site !== 'same-origin' && site !== 'none') || (origin !== undefined && !isOf(origin, host));
  if (isOther) return void res.status(403).json({ error: 'Only for pages of this server' });
  next();
};

function isOf(origin: string, host: string | undefined): boolean {
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}
