import { type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { convert } from '../../units/index.ts';
import { countOf, LOOK_WHERE_YOU_WALK } from '../distances.ts';

const SOURCE = 'Gunter’s chain: 66 ft of 100 links';
const CHAIN_FT = 66;
const LINKS_PER_CHAIN = 100;

const description: MethodDescription = {
  id: 'distance.chain',
  version: 1,
  measure: 'distance',
  name: 'Chain and links',
  summary: 'A chain of 66 ft in 100 links, held level.',
  help: ['Hold it level and break it on slopes: several short level pieces.'],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    countOf({
      key: 'chains',
      label: 'chains',
      ask: 'Count the whole chains',
      place: 'ground',
      shortcut: 'd',
      callout: 'cn',
      range: { one: [0, 10] },
      rangeHint: 'A chain is 66 ft (20.12 m).',
      graduation: { one: 0.01 },
      typicalError: { one: 0.001 },
      instrument: 'chain',
    }),
    countOf({
      key: 'links',
      label: 'links',
      ask: 'Read the links beyond the whole chains; 0 for none',
      place: 'side',
      shortcut: 'l',
      callout: 'lk',
      range: { one: [0, 99.9] },
      rangeHint: 'A hundred links are a chain.',
      graduation: { one: 0.5 },
      typicalError: { one: 0.5 },
      instrument: 'chain',
    }),
  ],
  example: { chains: { value: 1, unit: 'one' }, links: { value: 25, unit: 'one' } },
  picture: { observer: false },
  source: SOURCE,
  order: 40,
};

/** d = 66 ft × (chains + links ÷ 100). */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('distance', context.unitSystem);
    const chain = Number(convert(CHAIN_FT, 'ft', unit).toPrecision(12));
    return book.step({
      terms: [
        book.given(readingOf(readings, 'chains').value),
        book.given(readingOf(readings, 'links').value),
        book.given(LINKS_PER_CHAIN),
        book.given(chain),
      ],
      compute: (chains = 0, links = 0, per = 1, length = 0) => (chains + links / per) * length,
      write: (chains = '', links = '', per = '', length = '') => `(${chains} + ${links} ÷ ${per}) × ${length}`,
      decimals,
      final: true,
      unit,
      rule: 'chains and hundredths of a chain, times 66 ft',
      source: SOURCE,
    });
  },
  diagnose: () => [],
};
