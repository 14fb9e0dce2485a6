import path from 'node:path';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { openApi } from './api/openapi.ts';
import { Problem, problems, sendProblem, unknownRoute } from './api/problem.ts';
import { apiRoutes } from './api/routes.ts';
import type { Database } from './db/database.ts';

/** The application over one database; `webRoot` holds the built interface, null for the API alone. */
export function createApp(db: Database, webRoot: string | null): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      // Radix and the drag library put style elements in the page; scripts stay strict.
      contentSecurityPolicy: {
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(localOnly);
  app.get('/api/openapi.json', (_, response) => void response.json(openApi()));
  app.use('/api', apiRoutes(db), unknownRoute);
  if (webRoot) {
    app.use(
      '/assets',
      express.static(path.join(webRoot, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
    );
    app.use(express.static(webRoot));
    app.get('/{*route}', (_, response) => response.sendFile('index.html', { root: webRoot }));
  }
  app.use(problems);
  return app;
}

const LOCAL = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

/** Refuses names that a foreign page could point at this machine, and changes sent from other origins. */
const localOnly: RequestHandler = (request, response, next) => {
  const origin = request.get('Origin');
  const foreign = origin !== undefined && !LOCAL.test(origin.replace(/^https?:\/\//, ''));
  if (!LOCAL.test(request.get('Host') ?? '') || foreign)
    return sendProblem(response, new Problem(403, 'Not from here', 'Only this machine may use this server.'));
  next();
};
