import express, { type RequestHandler } from 'express';

/**
 * Reads JSON bodies. Texts that PostgreSQL cannot keep, with a NUL or with half of a letter (a surrogate without the
 * other), are refused: JSON can only write them as escapes, so that a body without these escapes is not looked through.
 */
export function json(limit: string): RequestHandler {
  return express.json({
    limit,
    verify: (_request, _response, body) => {
      if (!body.includes('\\u')) return;
      JSON.parse(body.toString('utf8'), (key, value: unknown) => {
        if ([key, value].some((text) => typeof text === 'string' && /\0|\p{Cs}/u.test(text)))
          throw Object.assign(new Error('text'), { status: 400 });
        return value;
      });
    },
  });
}
