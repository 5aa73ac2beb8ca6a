import type { ProblemView } from '../contracts/views.ts';
import { ApiError, errorOfAnswer } from './api.ts';
import { t } from '../messages/text.ts';

/** How long it may take until it is answered. */
const TIME_LIMIT_S = 600;

/** A file on its way. */
export interface Sending {
  readonly answer: Promise<unknown>;
  /** Stops it: nothing of it is kept. */
  readonly cancel: () => void;
}

/**
 * Sends a file and tells how far it is; the one thing that `fetch` does not.
 *
 * @param file goes out as its own type; one that does not say is a table
 * @param onShare share of the file that has gone out, 0 to 1
 */
export function sendFile(url: string, file: Blob, onShare: (share: number) => void): Sending {
  const request = new XMLHttpRequest();
  const answer = new Promise<unknown>((resolve, reject) => {
    request.upload.onprogress = ({ loaded, total }) => {
      onShare(total === 0 ? 1 : loaded / total);
    };
    request.onload = () => {
      let body: unknown = null;
      try {
        body = JSON.parse(request.responseText);
      } catch {
        // An answer that is no JSON comes from something between here and the server.
      }
      if (request.status >= 200 && request.status < 300 && body !== null) resolve(body);
      else reject(errorOfAnswer(request.status, body as ProblemView | null, request.getResponseHeader('retry-after')));
    };
    request.onerror = () => {
      reject(
        new ApiError(
          t(
            'client.no-connection-to-the-server-nothing',
            'No connection to the server. Nothing was saved. Send the file again.',
          ),
          'unreachable',
        ),
      );
    };
    request.ontimeout = () => {
      const limitS = String(TIME_LIMIT_S);
      reject(
        new ApiError(t('client.no-answer-within-seconds', 'No answer within {limitS} seconds.', { limitS }), 'failing'),
      );
    };
    request.onabort = () => {
      reject(new ApiError(t('client.stopped-nothing-was-saved', 'Stopped. Nothing was saved.'), 'failing'));
    };
  });
  request.open('POST', url);
  request.timeout = TIME_LIMIT_S * 1000;
  request.setRequestHeader('content-type', file.type === '' ? 'text/csv' : file.type);
  request.setRequestHeader('accept', 'application/json');
  request.send(file);
  return {
    answer,
    cancel: () => {
      request.abort();
    },
  };
}
