import type { Finding } from '../uncertainty/index.ts';
import { type Diagnosis, readingOf } from '../measurement/index.ts';
import { DIAMETER_FINDINGS } from './diameter-findings.ts';
import { readingCm } from './stem-readings.ts';
import { message } from '../message/index.ts';

/** Above this ratio of the faces one asks whether one of them was misread, or two stems were taken for one. */
export const LARGEST_FACE_RATIO = 1.5;

/** Faces that are too far apart for one stem. Both are named by the keys of their readings. */
export function facesApart({ readings, print }: Diagnosis, face: string, cross: string): Finding[] {
  const inCm = (key: string): number => readingCm(readings, key);
  const [thin = 0, thick = 0] = [inCm(face), inCm(cross)].sort((a, b) => a - b);
  const ratio = thick / thin;
  if (ratio <= LARGEST_FACE_RATIO) return [];
  return [
    {
      code: DIAMETER_FINDINGS.facesApart,
      severity: 'check',
      reading: cross,
      title: message('diameter.the-two-diameters-differ-a', 'The two diameters differ a lot'),
      message: message(
        'diameter.is-times-such-a-flat',
        '{thick} is {toFixed} times {thin}. Such a flat stem is rare: check for a misread diameter, or for two trees grown together.',
        { thick: print(thick), toFixed: ratio.toFixed(1), thin: print(thin) },
      ),
      suggestedFixes: [
        {
          label: message('diameter.clear-the-second-diameter-and', 'Clear the second diameter and read it again'),
          measure: 'diameter',
          changes: [{ reading: cross, text: '', unit: readingOf(readings, cross).unit }],
        },
      ],
    },
  ];
}
