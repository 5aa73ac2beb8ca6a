import { useId } from 'react';
import { FieldError } from './FieldError.tsx';
import type { LineProblem } from './read-lines.ts';
import { t } from '../../messages/text.ts';

interface LinesFieldProps {
  readonly name: string;
  /** What stands on a line. */
  readonly of: string;
  readonly example: string;
  readonly text: string;
  readonly problems: readonly LineProblem[];
  readonly onType: (text: string) => void;
}

const SHOWN = 5;

/** A list that is pasted or typed, and what is wrong with its lines. */
export function LinesField({ name, of, example, text, problems, onType }: LinesFieldProps) {
  const id = useId();
  return (
    <>
      <label className="grid gap-1">
        <span className="font-bold">{name}</span>
        <span className="text-quiet">{of}</span>
        <textarea
          className="field figures"
          rows={14}
          maxLength={400_000}
          placeholder={example}
          value={text}
          aria-invalid={problems.length > 0}
          aria-describedby={id}
          onChange={(event) => {
            onType(event.target.value);
          }}
        />
      </label>
      <FieldError id={id}>
        <ul>
          {problems.slice(0, SHOWN).map(({ line, message }) => (
            <li key={`${line} ${message}`}>{t('ui.line', 'Line {line}: {message}', { line, message })}</li>
          ))}
          {problems.length > SHOWN && (
            <li>{t('ui.and-more', 'and {problems} more', { problems: problems.length - SHOWN })}</li>
          )}
        </ul>
      </FieldError>
    </>
  );
}
