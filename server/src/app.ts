/** The Express application: routes under /api, and the built web app. */
import { DomainError } from '@kyanos/core';
import { API, openApi } from '@kyanos/contract';
import compression from 'compression';
import expressStaticGzip from 'express-static-gzip';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type pg from 'pg';
import type { Logger } from 'pino';
import { version } from '../../package.json';
import { practiceRoutes } from './practice/routes.ts';
import { benchRoutes } from './bench/routes.ts';
import { careRoutes } from './care/routes.ts';
import { artworkRoutes } from './artwork/routes.ts';
import { eventRoutes } from './events/routes.ts';
import type { WorkEvents } from './events/workEvents.ts';
import { exportRoutes } from './exports/routes.ts';
import { fileRoutes } from './files/routes.ts';
import { answerErrors } from './http.ts';
import { jsonBodies } from './incoming.ts';
import { inTheirLanguage } from './language.ts';
import { Metrics } from './observe/metrics.ts';
import { numbered } from './observe/requests.ts';
import { observeRoutes } from './observe/routes.ts';
import { keepingRoutes } from './keeping/routes.ts';
import { jobRoutes } from './jobs/routes.ts';
import { AT_THIS_COMPUTER, whoAsks, type Door } from './people/door.ts';
import { peopleRoutes } from './people/routes.ts';
import { plateRoutes } from './plates/routes.ts';
import type { Queue } from './queue.ts';
import { paperRoutes } from './papers/routes.ts';
import { reportRoutes } from './reports/routes.ts';
import { pressRoutes } from './press/routes.ts';
import { queueRoutes } from './queue/routes.ts';
import { on } from './route.ts';
import { settingRoutes } from './settings/routes.ts';
import { formRoutes } from './shop/forms.ts';
import { shopRoutes } from './shop/routes.ts';
import { stockRoutes } from './stock/routes.ts';
import { t } from './texts/texts.ts';

export async function makeApp(
  pool: pg.Pool,
  queue: Queue,
  log: Logger,
  webFolder: string | undefined,
  events: WorkEvents,
  door: Door = AT_THIS_COMPUTER,
): Promise<Express> {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', door.proxy && 'loopback');
  const metrics = new Metrics(pool);
  app.use(metrics.timing, numbered(log));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          // Kernels are WebAssembly that ships inside our own scripts; no script is made from text.
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          // Vuetify writes its theme into a style element.
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'worker-src': ["'self'"],
          'upgrade-insecure-requests': null,
        },
      },
    }),
  );
  app.use(inTheirLanguage);
  app.use(observeRoutes(pool, door, metrics));
  app.use(onlyOurPages(door));
  app.use(compression());

  const api = express.Router();
  api.use(await whoAsks(pool, door));
  // Uploads stream past the JSON reader.
  api.use(fileRoutes(pool));
  api.use(jsonBodies());
  api.use(
    shopRoutes(pool),
    formRoutes(pool),
    artworkRoutes(pool, queue),
    plateRoutes(pool, queue),
    exportRoutes(pool, queue),
    jobRoutes(pool, queue),
    paperRoutes(pool),
    reportRoutes(pool),
    settingRoutes(pool),
    stockRoutes(pool),
    careRoutes(pool),
    queueRoutes(pool),
    pressRoutes(pool),
    benchRoutes(pool),
    practiceRoutes(pool),
    peopleRoutes(pool, door),
    keepingRoutes(pool),
    eventRoutes(events),
  );
  const document = openApi(version);
  on(api, API.getDocument, (_given, { res }) => void res.json(document));
  api.use(() => {
    throw new DomainError('NOT_FOUND', t('shared.thereNothingAddress'));
  });
  app.use('/api', api);

  if (webFolder) {
    const serveStatic = { maxAge: '1y', immutable: true };
    app.use(expressStaticGzip(webFolder, { index: false, serveStatic }));
    app.get('/{*path}', (_req, res) => {
      res.set('Cache-Control', 'no-cache').sendFile('index.html', { root: webFolder });
    });
  }
  app.use(answerErrors);
  return app;
}

/**
 * Another site's page in the same browser may send requests here. It can't read answers, but it could write; and a
 * name that is made to point at loopback could read. Both say who they are in these headers.
 */
const onlyOurPages =
  ({ hosts }: Door): express.RequestHandler =>
  (req, _res, next) => {
    const { origin, host = '' } = req.headers;
    const name = host.toLowerCase().replace(/:\d+$/, '');
    const known = LOOPBACK.includes(name) || hosts.includes(name);
    const ours = origin === undefined || (URL.canParse(origin) && new URL(origin).host === host);
    if (!known || !ours) throw new DomainError('FOREIGN_PAGE');
    next();
  };
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];
