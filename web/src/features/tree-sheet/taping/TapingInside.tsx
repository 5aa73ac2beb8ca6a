import { methodOf, readingsOfForm } from '@arbolito/core/callout';
import { errorParts, facesAgainstTape } from '@arbolito/core/diameter';
import { PLAIN_TREE, type RecordedTree, RULE_SETS, treeRecord } from '@arbolito/core/protocol';
import { estimateOf } from '@arbolito/core/uncertainty';
import { convert, printRounded } from '@arbolito/core/units';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import type { SheetStore, SheetView } from '../store.ts';
import { t, say } from '../../../messages/text.ts';

function Lines({ record }: { readonly record: RecordedTree }) {
  return (
    <ul className="list-disc pl-5 leading-snug">
      {record.explained.map((sentence) => (
        <li key={say(sentence)}>{say(sentence)}</li>
      ))}
    </ul>
  );
}

/** What goes on the record, by the rules of the survey and by the others. */
export function RecordedTaping({ view }: { readonly view: SheetView }) {
  const { draft, settings, reckoned, unitSystem } = view;
  const taped = draft.taping?.found ?? { ...PLAIN_TREE, ground: { slopePct: settings.slopePct ?? 0 } };
  const stemsCm = reckoned.stems.flatMap(({ diameter }) =>
    diameter === null ? [] : (estimateOf(diameter)?.value ?? []),
  );
  const read = { taped, stemsCm };
  const own = treeRecord(read, settings.fieldRules, unitSystem);
  const under = Object.values(RULE_SETS).map(({ name, rules }) => ({
    name,
    record: treeRecord(read, rules, unitSystem),
  }));
  return (
    <div className="grid gap-3 pb-3">
      <dl className="grid grid-cols-[6.5rem_1fr] gap-x-2">
        <dt className="text-quiet">{t('tree-sheet.measured-at', 'measured at')}</dt>
        <dd>{say(own.point)}</dd>
        <dt className="text-quiet">{t('tree-sheet.stems-2', 'stems')}</dt>
        <dd>{say(own.stems)}</dd>
        <dt className="text-quiet">{t('tree-sheet.recorded-dbh', 'recorded dbh')}</dt>
        <dd className="figures font-bold">{own.dbh}</dd>
        <dt className="text-quiet">{t('tree-sheet.basal-area', 'basal area')}</dt>
        <dd className="figures">{own.basalArea}</dd>
      </dl>
      <Lines record={own} />
      <h3 className="font-bold">{t('tree-sheet.the-same-tree-under-other', 'The same tree under other rules')}</h3>
      {under.map(({ name, record }) => (
        <details key={say(name)}>
          <summary className="min-h-11 content-center">
            <span className="font-semibold">{say(name)}</span>: {say(record.point)};{' '}
            <span className="figures">{record.dbh}</span>, {say(record.stems)}
          </summary>
          <Lines record={record} />
        </details>
      ))}
    </div>
  );
}

/** What else moves the diameter. */
export function TapingErrors({ view }: { readonly view: SheetView }) {
  const { draft, reckoned, settings, unitSystem } = view;
  const unit = unitSystem === 'metric' ? 'cm' : 'in';
  const part = { measure: 'diameter', stem: 1 } as const;
  const { description } = methodOf(draft, part);
  const { readings } = readingsOfForm(draft, part, settings);
  const estimate = reckoned.diameter === null ? null : estimateOf(reckoned.diameter);
  const [spec] = description.readings;
  const reading = spec === undefined ? undefined : readings[spec.key];
  if (estimate === null || description.meets === undefined || spec === undefined || reading === undefined)
    return <p className="pb-3 text-quiet">{t('tree-sheet.enter-the-diameter-first', 'Enter the diameter first.')}</p>;
  const diameterCm = estimate.value;
  // What each reading does to the diameter is worked out already, whatever it was read in: a girth, bands, an angle.
  const ofReadings = estimate.contributions.filter((part) => part.reading !== null);
  const [first] = ofReadings;
  const cmPerUnit =
    first === undefined || first.readingStandardError === 0 ? 0 : first.effect / first.readingStandardError;
  const asCm = {
    graduationCm: (spec.graduation[reading.unit] ?? 0) * cmPerUnit,
    standardErrorCm: Math.hypot(...ofReadings.map(({ effect }) => effect)),
  };
  const cross = readings.cross;
  const faces =
    description.meets === 'two-faces' && cross !== undefined
      ? facesAgainstTape(convert(reading.value, reading.unit, 'cm'), convert(cross.value, cross.unit, 'cm'))
      : null;
  const print = (cm: number): string => `${printRounded(convert(cm, 'cm', unit), 2)} ${unit}`;
  const stated = faces === null ? {} : { faceRatio: faces.ratio };
  return (
    <div className="grid gap-2 pb-3">
      <DataTable
        className="text-[0.95rem]"
        caption={t('tree-sheet.components-of-the-error', 'Components of the error')}
        isCaptionHidden
        hasHead={false}
        rows={errorParts(description.meets, diameterCm, asCm, stated)}
        keyOf={({ source }) => source}
        columns={[
          {
            id: 'source',
            head: t('tree-sheet.head.source', 'source'),
            kind: 'row-head',
            cellClassName: '!text-[0.95rem]',
            cell: ({ source, words }) => (
              <>
                {source}
                <span className="block font-normal text-quiet">{say(words)}</span>
              </>
            ),
          },
          {
            id: 'size',
            head: t('tree-sheet.head.size', 'size'),
            kind: 'number',
            cellClassName: 'whitespace-nowrap',
            cell: ({ kind, sizeCm }) => `${kind === 'either way' ? '±' : '+'} ${print(sizeCm)}`,
          },
        ]}
      />
      <p className="text-quiet">
        {t(
          'tree-sheet.the-is-part-of-the',
          'The ± is part of the standard error. An error in one direction only is not: avoid it.',
        )}
      </p>
      {faces !== null && (
        <p>
          {t(
            'tree-sheet.on-this-oval-a-tape',
            'On this oval a tape gives {tapeCm}, the mean of two diameters {meanCm}, the circle of the same area {sameAreaCm}. The tape never gives less.',
            { tapeCm: print(faces.tapeCm), meanCm: print(faces.meanCm), sameAreaCm: print(faces.sameAreaCm) },
          )}{' '}
        </p>
      )}
    </div>
  );
}

/** The mark on the bark. */
export function BarkMark({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) {
  return (
    <label className="grid gap-0.5 pb-3">
      <span className="text-quiet">
        {t(
          'tree-sheet.how-the-next-crew-finds',
          'How the next crew finds the measuring point. Ask the owner before you mark.',
        )}
      </span>
      <input
        className="field"
        maxLength={120}
        value={view.draft.taping?.mark ?? ''}
        placeholder={t('tree-sheet.for-example-blue-dot-uphill', 'for example: blue dot, uphill side')}
        onChange={(event) => {
          store.note({ mark: event.target.value });
        }}
      />
    </label>
  );
}
