import { createElement, Fragment, type ReactElement, type ReactNode } from 'react';
import { IntlMessageFormat } from 'intl-messageformat';
import { translationOf } from './catalogues.ts';
import { currentLocale } from './locale.ts';

type Chunks = (chunks: ReactNode) => ReactNode;

/** A message with elements in it: `<link>…</link>` in the text is made by the value of that name. */
export function rich(id: string, template: string, values: Readonly<Record<string, ReactNode | Chunks>>): ReactElement {
  const locale = currentLocale();
  const format = new IntlMessageFormat((locale === 'en' ? undefined : translationOf(locale, id)) ?? template, locale);
  const filled = Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'function' ? (chunks: ReactNode[]) => value(createElement(Fragment, null, ...chunks)) : value,
    ]),
  );
  const parts = format.format<ReactNode>(filled as Record<string, ReactNode>);
  return createElement(Fragment, null, ...(Array.isArray(parts) ? parts : [parts]));
}
