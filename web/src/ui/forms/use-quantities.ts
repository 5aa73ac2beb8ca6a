import { useEffect, useState } from 'react';
import { useAddressQuery } from '../reader.ts';
import { type QuantitySpec, parseQuantity } from './quantity.ts';
import { say } from '../../messages/text.ts';

/** Figures that belong together, such as those of one result. */
export interface FiguresPart<K extends string> {
  /** As numbers in their units; null while one is missing or cannot be read. */
  readonly values: Readonly<Record<K, number>> | null;
  /** Labels of the figures that nobody entered: there is no result without them. */
  readonly missing: readonly string[];
}

interface Figures<K extends string> extends FiguresPart<K> {
  readonly texts: Readonly<Record<K, string>>;
  readonly type: (key: K, text: string) => void;
  /** The same for some of the figures. */
  readonly part: <P extends K>(keys: readonly P[]) => FiguresPart<P>;
}

const LONGEST = 20;

/** Figures of a form that live in the address, so that a page can be shared as it stands. */
export function useQuantities<K extends string>(
  specs: Readonly<Record<K, QuantitySpec>>,
  usual: Readonly<Record<K, string>>,
): Figures<K> {
  const keys = Object.keys(specs) as K[];
  const query = useAddressQuery();
  const [texts, setTexts] = useState<Readonly<Record<K, string>>>(() => {
    const given = keys.map((key) => [key, query.get(key)?.slice(0, LONGEST) ?? usual[key]] as const);
    return Object.fromEntries(given) as Record<K, string>;
  });
  useEffect(() => {
    const now = new URLSearchParams(location.search);
    for (const key of keys) {
      if (texts[key] === usual[key]) now.delete(key);
      else now.set(key, texts[key]);
    }
    const next = now.toString();
    history.replaceState(null, '', next === '' ? location.pathname : `?${next}`);
    // The figures alone change; their specs and usual values stand still.
  }, [texts]);
  const part = <P extends K>(some: readonly P[]): FiguresPart<P> => {
    const read = some.map((key) => [key, parseQuantity(specs[key], texts[key])] as const);
    const values = read.every(([, figure]) => 'value' in figure)
      ? (Object.fromEntries(read.map(([key, figure]) => [key, 'value' in figure ? figure.value : NaN])) as Record<
          P,
          number
        >)
      : null;
    return { values, missing: some.filter((key) => texts[key].trim() === '').map((key) => say(specs[key].label)) };
  };
  return {
    texts,
    type: (key, text) => {
      setTexts((before) => ({ ...before, [key]: text }));
    },
    part,
    ...part(keys),
  };
}
