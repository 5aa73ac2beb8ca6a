import { type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { convert } from '../../units/index.ts';
import { countOf, LOOK_WHERE_YOU_WALK } from '../distances.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Gunter’s chain: 66 ft of 100 links';
const CHAIN_FT = 66;
const LINKS_PER_CHAIN = 100;

const description: MethodDescription = {
  id: 'distance.chain',
  version: 1,
  measure: 'distance',
  name: message('height.distance-chain.name', 'Chain and links'),
  summary: message('height.distance-chain.summary', 'A chain of 66 ft with 100 links, held horizontal.'),
  help: [
    message(
      'height.hold-it-horizontal-on-slopes',
      'Hold it horizontal. On slopes measure several short horizontal pieces.',
    ),
  ],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    countOf({
      key: 'chains',
      label: message('height.distance-chain.label', 'chains'),
      ask: message('height.distance-chain.ask', 'Count the whole chains'),
      place: 'ground',
      shortcut: 'd',
      callout: 'cn',
      range: { one: [0, 10] },
      rangeHint: message('height.distance-chain.rangeHint', 'A chain is 66 ft (20.12 m).'),
      graduation: { one: 0.01 },
      typicalError: { one: 0.001 },
      instrument: 'chain',
    }),
    countOf({
      key: 'links',
      label: message('height.distance-chain.links', 'links'),
      ask: message(
        'height.distance-chain.read-the-links-beyond-the',
        'Read the links beyond the whole chains; 0 for none',
      ),
      place: 'side',
      shortcut: 'l',
      callout: 'lk',
      range: { one: [0, 99.9] },
      rangeHint: message('height.distance-chain.a-chain-has-100-links', 'A chain has 100 links.'),
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
      rule: message('height.chains-and-hundredths-of-a', 'chains and hundredths of a chain × 66 ft'),
      source: SOURCE,
    });
  },
  diagnose: () => [],
};
