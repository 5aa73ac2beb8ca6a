import pino from 'pino';
import { requestId } from './request-id.ts';

export const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  mixin: () => {
    const id = requestId();
    return id === undefined ? {} : { requestId: id };
  },
});
