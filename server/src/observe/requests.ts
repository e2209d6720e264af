/** Each request has a number, which its answer and its lines in the log carry. */
import { randomUUID } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';

/** One that a proxy has given already is kept, if it is nothing but a number. */
const GIVEN = /^[\w-]{8,64}$/;

export const numbered = (logger: Logger): RequestHandler =>
  pinoHttp({
    logger,
    autoLogging: false,
    genReqId(req, res) {
      const given = req.headers['x-request-id'];
      const id = typeof given === 'string' && GIVEN.test(given) ? given : randomUUID().slice(0, 13);
      res.setHeader('X-Request-Id', id);
      return id;
    },
    serializers: {
      // Neither cookies nor bodies: a log is read by many.
      req: ({ id, method, url }: { id: unknown; method: unknown; url: unknown }) => ({
        id,
        method,
        url,
      }),
      res: ({ statusCode }: { statusCode: unknown }) => ({ statusCode }),
    },
  });
