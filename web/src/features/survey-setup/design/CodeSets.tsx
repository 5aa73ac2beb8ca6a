import { type ConditionCode, CROWN_CLASS_CODES, STEM_QUALITY_CODES } from '@arbolito/core/protocol';
import { t } from '../../../messages/text.ts';
import { conditionLines, readConditions } from './read-codes.ts';

interface CodeSetsProps {
  /** Codes as they are typed, one to a line. */
  readonly text: string;
  readonly onText: (text: string) => void;
}

/** Adds ready sets of codes to those of a survey: crown classes, grades of the stem. */
export function CodeSets({ text, onText }: CodeSetsProps) {
  const read = readConditions(text);
  const known = new Set(typeof read === 'string' ? [] : read.map(({ code }) => code));
  const add = (codes: readonly ConditionCode[]) => () => {
    const missing = codes.filter(({ code }) => !known.has(code));
    onText([text.trimEnd(), conditionLines(missing)].filter((part) => part !== '').join('\n'));
  };
  const hasAll = (codes: readonly ConditionCode[]): boolean => codes.every(({ code }) => known.has(code));
  return (
    <p className="mt-2 flex flex-wrap gap-2">
      <button type="button" className="btn" disabled={hasAll(CROWN_CLASS_CODES)} onClick={add(CROWN_CLASS_CODES)}>
        {t('survey-setup.add-crown-classes', 'Add crown classes')}
      </button>
      <button type="button" className="btn" disabled={hasAll(STEM_QUALITY_CODES)} onClick={add(STEM_QUALITY_CODES)}>
        {t('survey-setup.add-stem-grades', 'Add stem grades')}
      </button>
    </p>
  );
}
