import { defineMiddleware } from 'astro:middleware';
import { isForeignWrite } from './server/foreign-origin.ts';
import { Problem } from './server/problem.ts';

export const onRequest = defineMiddleware(({ request }, next) => {
  if (isForeignWrite(request)) {
    return new Problem(
      'foreign-origin',
      'A page of another site may not write here. Use the application itself, or a program that sends no Origin.',
    ).toResponse();
  }
  return next();
});
