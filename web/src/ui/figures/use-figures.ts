import { useEffect, useState } from 'react';
import { readFigure, type FigureSpec } from './figure.ts';

interface Figures<K extends string> {
  readonly texts: Readonly<Record<K, string>>;
  readonly type: (key: K, text: string) => void;
  /** The figures as numbers in their units; null while one cannot be read. */
  readonly values: Readonly<Record<K, number>> | null;
}

const LONGEST = 20;

/** Figures of a form that live in the address, so that a page can be shared as it stands. */
export function useFigures<K extends string>(
  specs: Readonly<Record<K, FigureSpec>>,
  usual: Readonly<Record<K, string>>,
): Figures<K> {
  const keys = Object.keys(specs) as K[];
  const [texts, setTexts] = useState<Readonly<Record<K, string>>>(() => {
    const query = new URLSearchParams(location.search);
    const given = keys.map((key) => [key, query.get(key)?.slice(0, LONGEST) ?? usual[key]] as const);
    return Object.fromEntries(given) as Record<K, string>;
  });
  useEffect(() => {
    const query = new URLSearchParams(location.search);
    for (const key of keys) {
      if (texts[key] === usual[key]) query.delete(key);
      else query.set(key, texts[key]);
    }
    const next = query.toString();
    history.replaceState(null, '', next === '' ? location.pathname : `?${next}`);
    // The figures alone change; their specs and usual values stand still.
  }, [texts]);
  const read = keys.map((key) => [key, readFigure(specs[key], texts[key])] as const);
  const values = read.every(([, figure]) => 'value' in figure)
    ? (Object.fromEntries(read.map(([key, figure]) => [key, 'value' in figure ? figure.value : NaN])) as Record<
        K,
        number
      >)
    : null;
  return {
    texts,
    type: (key, text) => {
      setTexts((before) => ({ ...before, [key]: text }));
    },
    values,
  };
}
