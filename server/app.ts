import compression from 'compression';
import express, { type Express } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { createBench } from './devices';

export interface ServerOptions {
  /** Folder of the exported app. */
  dist: string;
  /** Suggests the demo shop to a browser that has not chosen yet. */
  demo: boolean;
  /** Serves the simulated devices under /bench, and tells the app of them. */
  bench?: boolean;
}

const YEAR_S = 31_536_000;
/** Files whose name carries a hash of their content may be kept for ever. */
const HASHED = /[.-][0-9a-f]{20,}\./;

/** The built app over HTTP: compressed, cached, with index.html for deep links. Holds no data of anybody. */
export function createApp({ dist, demo, bench }: ServerOptions): Express {
  const app = express();
  app.disable('x-powered-by');
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
        },
      },
      // Served over plain HTTP on the shop's own network, where browsers know none of these and say so in the console.
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  );
  app.use(compression());
  const page = readFileSync(path.join(dist, 'index.html'), 'utf8');
  const metas = [
    ...(demo ? ['<meta name="stratocoat-start" content="demo">'] : []),
    ...(bench ? ['<meta name="stratocoat-bench" content="/bench">'] : []),
  ].join('');
  const html = page.replace('</head>', `${metas}</head>`);
  if (bench) app.use('/bench', createBench({ anchorMs: Date.now(), now: Date.now }));
  const sendPage: express.RequestHandler = (_req, res) => {
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
  return app;
}
