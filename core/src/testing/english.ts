import { IntlMessageFormat } from 'intl-messageformat';
import { capitalIf, isMessage, type MessageValue, type Text } from '../message/index.ts';

const textOf = (value: MessageValue): string | number => (isMessage(value) ? inEnglish(value) : value);

/** A value with every message in it as its English text, so that a test reads what a person does. */
export function inEnglish(value: Text): string;
export function inEnglish(value: readonly Text[]): string[];
export function inEnglish<T>(value: T): T;
export function inEnglish<T>(value: T): T {
  if (isMessage(value)) {
    const values = Object.fromEntries(
      Object.entries(value.values ?? {}).map(([name, filled]) => [name, capitalIf(name, textOf(filled))]),
    );
    const format = new IntlMessageFormat(value.template, 'en', undefined, { ignoreTag: true });
    const text = String(format.format(values));
    // A place at the end may be empty.
    return (value.template.endsWith('}') ? text.trimEnd() : text) as T;
  }
  if (Array.isArray(value)) return value.map((each: unknown) => inEnglish(each)) as T;
  if (typeof value !== 'object' || value === null || Object.getPrototypeOf(value) !== Object.prototype) return value;
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, inEnglish(each as unknown)])) as T;
}
