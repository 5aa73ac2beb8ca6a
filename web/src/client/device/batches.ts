import type { FieldRules } from '@arbolito/core/protocol';
import type { FieldRulesDto } from '../../contracts/field-rules.ts';
import type { SyncDto } from '../../contracts/sync.ts';
import type { StoredWrite } from './device-schema.ts';

/** The lock that a sender holds, and the name under which a browser is asked to send in the background. */
export const SENDING = 'arbolito.outbox';

/** Most changes of one request, and how long their text may be. */
const MOST = 100;
const LONGEST = 400_000;

/** Writes that go with others in one request. */
const OPERATIONS: readonly (readonly [StoredWrite['method'], RegExp])[] = [
  ['POST', /^\/api\/trees$/],
  ['POST', /^\/api\/trees\/[^/]+\/corrections$/],
  ['DELETE', /^\/api\/trees\/[^/]+$/],
  ['POST', /^\/api\/corrections\/[^/]+\/undo$/],
  ['POST', /^\/api\/plots\/[^/]+\/corrections$/],
  ['POST', /^\/api\/conflicts\/[^/]+\/decision$/],
];

/** Whether a write goes with others in one request. */
export const isOperation = ({ method, url }: StoredWrite): boolean =>
  OPERATIONS.some(([of, path]) => of === method && path.test(url));

/**
 * The writes of the next request: as many as it holds, or one that cannot share a request.
 *
 * @param waiting those that can be sent, in their order
 * @param most at most so many
 */
export function nextBatch(waiting: readonly StoredWrite[], most = MOST): readonly StoredWrite[] {
  const [first] = waiting;
  if (first === undefined || !isOperation(first)) return waiting.slice(0, 1);
  const batch: StoredWrite[] = [];
  let length = 0;
  for (const write of waiting) {
    length += JSON.stringify(write.body).length;
    if (!isOperation(write) || batch.length === most || (batch.length > 0 && length > LONGEST)) break;
    batch.push(write);
  }
  return batch;
}

/** The different rules that writes were made by, as the server takes them. */
function rulesAmong(batch: readonly StoredWrite[]) {
  const texts = batch.flatMap(({ rules }) => (rules === undefined ? [] : JSON.stringify(rules)));
  const different = [...new Set(texts)];
  return {
    rules: different.map((text) => {
      const { breastHeightM, ...fieldRules } = JSON.parse(text) as FieldRulesDto & Pick<FieldRules, 'breastHeightM'>;
      return { breastHeightM, fieldRules };
    }),
    indexOf: (rules: FieldRules): number => different.indexOf(JSON.stringify(rules)),
  };
}

/** Writes as the body of one request, without the device and its number. */
export function operationsOf(batch: readonly StoredWrite[]): Pick<SyncDto, 'operations' | 'rules'> {
  const { rules, indexOf } = rulesAmong(batch);
  const operations = batch.map(({ id, order = 0, madeAt, method, url, body, ...write }) => ({
    ...{ id, sequence: order, madeAt, method, path: url, body: body as object },
    ...(write.rules === undefined ? {} : { rules: indexOf(write.rules) }),
  }));
  return { operations, rules };
}
