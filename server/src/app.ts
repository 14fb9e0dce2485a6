import path from 'node:path';
import express, { type Express, type RequestHandler, type Router } from 'express';
import helmet from 'helmet';
import { answerHandlers } from './answers/routes.ts';
import { openApi } from './contract/openapi.ts';
import { Problem, problems, sendProblem, unknownRoute } from './contract/problem.ts';
import { serve } from './contract/serve.ts';
import { conversionHandlers } from './conversions/routes.ts';
import { documentHandlers } from './documents/routes.ts';
import { feedHandlers } from './feed/routes.ts';
import { fileHandlers } from './files/routes.ts';
import { libraryHandlers } from './library/routes.ts';
import { logHandlers } from './logs/routes.ts';
import type { Rooms } from './rooms.ts';

/** Every route under /api. */
export function apiRouter(rooms: Rooms): Router {
  const router = express.Router();
  serve(router, {
    openapi: async () => openApi(),
    health: async () => ({ ok: true }),
    ...feedHandlers(rooms.db.feed),
    ...conversionHandlers(rooms),
    ...logHandlers(rooms.log, rooms.workshop),
    ...documentHandlers(rooms.documents),
    ...fileHandlers(rooms.files),
    ...answerHandlers(rooms.answers),
    ...libraryHandlers(rooms.library, writer => rooms.conversions.designs(writer)),
  });
  return router;
}

/** The application over its rooms; `webRoot` holds the built interface, null for the API alone. */
export function createApp(rooms: Rooms, webRoot: string | null): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      // Radix and the drag library put style elements in the page; scripts stay strict but for the solver’s WebAssembly.
      contentSecurityPolicy: {
        directives: {
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(localOnly);
  app.use('/api', apiRouter(rooms), unknownRoute);
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
