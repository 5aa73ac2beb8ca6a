import {
  COMMON_SPECIES,
  CONDITION_CODE,
  type ConditionCode,
  conditionOf,
  CONDITIONS,
  type CrownForm,
  type Species,
  SPECIES_CODE,
} from '@arbolito/core/protocol';
import { t } from '../../../messages/text.ts';

export const conditionLines = (conditions: readonly ConditionCode[]): string =>
  conditions
    .map(
      (each) =>
        `${each.code} = ${each.words}${conditionOf(each) === 'dead' ? t('survey-setup.dead', ' = dead') : ''}${each.product === undefined ? '' : ` > ${each.product}`}`,
    )
    .join('\n');

/**
 * Codes for the condition of a tree, one to a line, or what is wrong with them: `brk = top broken`,
 * `snag = standing stump = dead`, `crook = crooked > Pulpwood`. A code is for live trees unless “= dead” follows; behind > stands
 * the product that it moves a tree to.
 */
export function readConditions(text: string): readonly ConditionCode[] | string {
  const codes: ConditionCode[] = [];
  for (const line of text.split('\n').map((each) => each.trim())) {
    if (line === '') continue;
    const [coded = '', product = ''] = line.split('>').map((part) => part.trim());
    const [code = '', ...rest] = coded.split('=').map((part) => part.trim());
    const last = CONDITIONS.find((each) => rest.length > 1 && each === rest.at(-1)?.toLowerCase());
    const words = (last === undefined ? rest : rest.slice(0, -1)).join(' = ');
    if (!CONDITION_CODE.test(code))
      return t(
        'survey-setup.is-not-a-valid-code',
        '“{slice}” is not a valid code. Enter two to eight lowercase letters, such as “dead = dead, standing”.',
        { slice: code.slice(0, 20) },
      );
    if (words === '')
      return t('survey-setup.enter-the-meaning-of', 'Enter the meaning of “{code}”: {code} = …', { code });
    if (codes.some((each) => each.code === code))
      return t('survey-setup.is-listed-twice', '“{code}” is listed twice.', { code });
    const condition = last ?? 'live';
    const isUsual = condition === 'live' && conditionOf({ code }) === 'live';
    codes.push({
      code,
      words: words.slice(0, 60),
      ...(isUsual ? {} : { condition }),
      ...(product === '' ? {} : { product: product.slice(0, 40) }),
    });
  }
  return codes;
}

const CROWNS: readonly CrownForm[] = ['layered', 'spire', 'dome'];

export const speciesLines = (species: readonly Species[]): string =>
  species.map(({ code, name, crown }) => `${code} = ${name} = ${crown}`).join('\n');

/**
 * Species, one to a line: `rb = rowan = dome`, or what is wrong with them. The crown may be left out; what else is known of a
 * species stays with its code.
 */
export function readSpecies(text: string, known: readonly Species[]): readonly Species[] | string {
  const list: Species[] = [];
  for (const line of text.split('\n').map((each) => each.trim())) {
    if (line === '') continue;
    const [code = '', name = '', crown = '', ...more] = line.split('=').map((part) => part.trim());
    if (!SPECIES_CODE.test(code))
      return t(
        'survey-setup.is-not-a-valid-code-enter',
        '“{slice}” is not a valid code. Enter two to five lowercase letters, such as “rb = rowan”.',
        { slice: code.slice(0, 20) },
      );
    if (name === '')
      return t('survey-setup.enter-the-meaning-of', 'Enter the meaning of “{code}”: {code} = …', { code });
    const before = [...known, ...COMMON_SPECIES].find((each) => each.code === code);
    const form = crown === '' ? (before?.crown ?? 'dome') : CROWNS.find((each) => each === crown);
    if (form === undefined || more.length > 0)
      return t(
        'survey-setup.crown-of-must-be-layered',
        'Crown of “{code}” must be layered, spire or dome: {code} = {slice} = dome.',
        { code, slice: name.slice(0, 40) },
      );
    if (list.some((each) => each.code === code))
      return t('survey-setup.is-listed-twice', '“{code}” is listed twice.', { code });
    list.push({ ...before, code, name: name.slice(0, 60), crown: form });
  }
  return list.length === 0 ? t('survey-setup.enter-at-least-one-species', 'Enter at least one species.') : list;
}
