import { lengthWords, type UnitSystem } from '@arbolito/core/units';
import type { PersonView } from '../contracts/people.ts';
import { localFigure } from '../messages/figures.ts';
import { t } from '../messages/text.ts';

/** A person’s figures in words: `AB: eye 1.62 m, pace 0.76 ± 0.01 m`. */
export function personWords({ name, eyeHeightM, pace }: PersonView, system: UnitSystem = 'metric'): string {
  const parts = [
    ...(eyeHeightM === null
      ? []
      : [t('shared.eye-of', 'eye {height}', { height: localFigure(lengthWords(eyeHeightM, system)) })]),
    ...(pace === null
      ? []
      : [
          t('shared.pace-of', 'pace {length} ± {error}', {
            length: localFigure(lengthWords(pace.lengthM, system)),
            error: localFigure(lengthWords(pace.standardErrorM, system, 3)),
          }),
        ]),
  ];
  return parts.length === 0 ? name : `${name}: ${parts.join(', ')}`;
}
