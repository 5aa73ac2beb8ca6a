import { readingsOfForm } from '@arbolito/core/callout';
import { useEffect, useRef } from 'react';
import { X } from 'lucide-react';
import { convert } from '@arbolito/core/units';
import type { SheetProps } from './sheet-props.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

// Each is fetched when it is first opened: the sheet itself stays light.
const GuidePanel = onDemand(() => import('../taping/guide/GuidePanel.tsx'));
const InOrOutPanel = onDemand(() => import('../in-or-out/InOrOutPanel.tsx'));
const TapeCloseUp = onDemand(() => import('../taping/close-up/TapeCloseUp.tsx'));

type Panel = NonNullable<SheetProps['panel']>;

const TITLES: Record<Panel, Text> = {
  guide: message('tree-sheet.where-to-tape', 'Where to tape'),
  tape: message('tree-sheet.tape-reading', 'Tape reading'),
  limit: message('tree-sheet.in-or-out', 'In or out'),
};

/** A helper beside the sheet, or over it on a phone. Esc closes it. */
export function SidePanel(props: SheetProps) {
  const { panel } = props;
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    heading.current?.focus();
  }, [panel]);
  if (panel === null) return null;
  return (
    <section
      aria-labelledby="panel-title"
      className="grid content-start gap-4"
      onKeyDown={(event) => {
        if (event.key === 'Escape') props.onPanel(null);
      }}
    >
      <div className="flex items-center justify-between gap-3">
        <h2 id="panel-title" ref={heading} tabIndex={-1} className="text-2xl font-bold outline-none">
          {say(TITLES[panel])}
        </h2>
        <button
          type="button"
          className="btn"
          onClick={() => {
            props.onPanel(null);
          }}
        >
          <X aria-hidden="true" size={18} /> {t('tree-sheet.back-to-the-sheet', 'Back to the sheet')}
        </button>
      </div>
      {panel === 'guide' ? (
        <GuideFor {...props} />
      ) : panel === 'tape' ? (
        <TapeFor {...props} />
      ) : (
        <LimitFor {...props} />
      )}
    </section>
  );
}

function GuideFor({ view, store, onPanel }: SheetProps) {
  const { settings, draft } = view;
  return (
    <GuidePanel
      key={view.unitSystem}
      rules={settings.fieldRules}
      units={view.unitSystem}
      start={draft.taping?.found}
      slopePct={settings.slopePct ?? 0}
      dbhCm={view.reckoned.diametersCm[0] ?? null}
      onTake={(found, pointM, stems) => {
        // At breast height nothing needs to be written: an empty point means just that.
        const atBreastHeight = pointM !== null && Math.abs(pointM - settings.breastHeightM) < 1e-9;
        store.takePoint(found, atBreastHeight ? null : pointM, stems);
        onPanel(null);
      }}
    />
  );
}

function LimitFor({ view }: SheetProps) {
  const { settings, reckoned, unitSystem } = view;
  return settings.shape === null || settings.shape.kind === 'tree-list' ? (
    <p>{t('tree-sheet.this-tree-belongs-to-no-plot', 'This tree belongs to no plot.')}</p>
  ) : (
    // What was typed is in the units of before: it goes when they change.
    <InOrOutPanel
      key={unitSystem}
      shape={settings.shape}
      ground={{ slopeRadius: settings.slopeRadius, slopePct: settings.slopePct ?? 0 }}
      dbhCm={reckoned.readDiametersCm[0] ?? null}
      system={unitSystem}
    />
  );
}

function TapeFor({ view, store, onPanel }: SheetProps) {
  const { draft, settings } = view;
  const { method, readings } = readingsOfForm(draft, { measure: 'diameter', stem: 1 }, settings);
  const slot = view.slots.find(({ measure, stem }) => measure === 'diameter' && stem === 1);
  const reading = slot === undefined ? undefined : readings[slot.spec.key];
  if (method.description.meets !== 'round' || slot === undefined)
    return (
      <p>
        {t(
          'tree-sheet.the-drawing-shows-a-tape',
          'The drawing shows a tape. The diameter here is measured by another method.',
        )}
      </p>
    );
  if (reading === undefined || !(reading.value > 0))
    return <p>{t('tree-sheet.enter-the-tape-reading-first', 'Enter the tape reading first.')}</p>;
  const unit = reading.unit === 'in' || reading.unit === 'ft' ? 'in' : 'cm';
  return (
    <TapeCloseUp
      value={convert(reading.value, reading.unit, unit)}
      unit={unit}
      face={slot.spec.callout === '' ? 'diameter' : 'girth'}
      onTake={(value) => {
        store.type(slot, `${String(value)} ${unit}`);
        onPanel(null);
      }}
    />
  );
}
