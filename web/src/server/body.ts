import 'reflect-metadata';
import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validate, type ValidationError } from 'class-validator';
import { hostileFields } from './hostile-json.ts';
import { type FieldProblem, MOST_FIELD_ERRORS, Problem } from './problem.ts';
import { t } from '../messages/text.ts';

/** Largest body that is read, in bytes. A tree with all its readings takes a hundredth of it. */
export const BODY_LIMIT = 256 * 1024;

/**
 * Reads a body whole.
 *
 * @throws Problem 413 as soon as it is larger than `limit` bytes
 */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
  const tooLarge = (): Problem =>
    new Problem(
      'too-large',
      t('server.the-body-may-be-kb', 'The body may be {limit} kB at most. Send less at a time.', {
        limit: limit / 1024,
      }),
    );
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  if (request.body === null) return Buffer.alloc(0);
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body.getReader();
  for (;;) {
    const { done, value } = (await reader.read()) as ReadableStreamReadResult<Uint8Array>;
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      throw tooLarge();
    }
    chunks.push(value);
  }
  return Buffer.concat(chunks);
}

const escape = (part: string): string => part.replaceAll('~', '~0').replaceAll('/', '~1');

function fieldErrors(errors: readonly ValidationError[], parent = ''): FieldProblem[] {
  return errors.flatMap((error) => {
    const pointer = `${parent}/${escape(error.property)}`;
    const own = Object.entries(error.constraints ?? {}).map(([code, text]) =>
      code === 'whitelistValidation'
        ? {
            pointer,
            code: 'unknown-field',
            detail: t('server.is-not-a-known-field', '“{property}” is not a known field. Leave it out.', {
              property: error.property,
            }),
          }
        : code === 'unknownValue'
          ? { pointer, code, detail: t('server.must-be-an-object', 'must be an object') }
          : { pointer, code, detail: `${error.property} ${text}.` },
    );
    return [...own, ...fieldErrors(error.children ?? [], pointer)];
  });
}

/**
 * Reads a JSON body into a contract, checked field by field.
 *
 * @param limit largest body, in bytes
 * @throws Problem 413, 415, 400 or 422, the last with a pointer to each field
 */
export async function readBody<T extends object>(
  request: Request,
  Contract: ClassConstructor<T>,
  limit = BODY_LIMIT,
): Promise<T> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^application\/json\s*(;|$)/i.test(type)) {
    throw new Problem(
      'not-json',
      t('server.send-the-body-as-application', 'Send the body as application/json, not as {value}.', {
        value: type === '' ? 'nothing' : type.slice(0, 60),
      }),
    );
  }
  const text = (await readBytes(request, limit)).toString('utf8');
  let plain: unknown;
  try {
    plain = JSON.parse(text);
  } catch (cause) {
    throw new Problem(
      'broken-json',
      t('server.the-body-is-not-valid', 'The body is not valid JSON. Check its quotes, commas and brackets.'),
      {
        cause,
      },
    );
  }
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    throw new Problem('invalid', t('server.the-body-must-be-a', 'The body must be a JSON object with named fields.'), {
      errors: [{ pointer: '', code: 'object', detail: t('server.must-be-an-object', 'must be an object') }],
    });
  }
  const hostile = hostileFields(plain, MOST_FIELD_ERRORS);
  const [first] = hostile;
  if (first !== undefined) throw new Problem('invalid', `${first.pointer}: ${first.detail}`, { errors: hostile });
  await checked(Contract, plain);
  // Checked without unknown fields, the JSON itself is the contract: plain data, as it was sent.
  return plain as T;
}

/**
 * Something from outside as a contract, checked field by field.
 *
 * @throws Problem 422 with a pointer to each field
 */
export async function checked<T extends object>(Contract: ClassConstructor<T>, plain: object): Promise<T> {
  const dto = plainToInstance(Contract, plain);
  const errors = fieldErrors(
    await validate(dto, {
      whitelist: true,
      forbidNonWhitelisted: true,
      forbidUnknownValues: true,
      stopAtFirstError: true,
    }),
  );
  if (errors.length > 0) {
    throw new Problem(
      'invalid',
      errors
        .map(({ detail }) => detail)
        .slice(0, 5)
        .join(' '),
      { errors },
    );
  }
  return dto;
}

/** The query of an address as a contract; a name that comes twice counts with its last value. */
export const readQuery = <T extends object>(url: URL, Contract: ClassConstructor<T>): Promise<T> =>
  checked(Contract, Object.fromEntries(url.searchParams));
