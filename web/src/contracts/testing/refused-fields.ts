import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';

/** JSON pointers of the fields that a contract refuses, as the server would name them. */
export function refusedFields(Contract: new () => object, body: unknown): string[] {
  const walk = (errors: readonly ValidationError[], parent: string): string[] =>
    errors.flatMap(({ property, constraints, children }) => [
      ...(constraints === undefined ? [] : [`${parent}/${property}`]),
      ...walk(children ?? [], `${parent}/${property}`),
    ]);
  const errors = validateSync(plainToInstance(Contract, body), {
    whitelist: true,
    forbidNonWhitelisted: true,
    stopAtFirstError: true,
  });
  return walk(errors, '');
}
